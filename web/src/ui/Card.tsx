import type { ReactNode } from 'react';

interface CardProps {
  title?: ReactNode;
  /** Stands at the right of the title. */
  aside?: ReactNode;
  children: ReactNode;
  className?: string;
}

export function Card({ title, aside, children, className = '' }: CardProps) {
  return (
    <section className={`rounded-card border border-line bg-paper px-4.5 py-3.5 ${className}`}>
      {title && (
        <div className="mb-2.5 flex items-baseline justify-between gap-3">
          <h2 className="font-bold">{title}</h2>
          {aside && <div className="text-sm text-quiet">{aside}</div>}
        </div>
      )}
      {children}
    </section>
  );
}
