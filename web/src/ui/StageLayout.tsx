import type { ReactNode } from 'react';

interface StageLayoutProps {
  /** What is so now, in one sentence computed from the data. */
  sentence: string;
  /** What the sentence rests on. */
  support?: ReactNode;
  /** What most people come to this stage for: beside the sentence, or right under it on a small screen. */
  action?: ReactNode;
  children: ReactNode;
  /** What to watch and what to do next. */
  margin: ReactNode;
  /** Whether the margin stays beside what is read of a long page. */
  isFollowing?: boolean;
}

/** Every stage opens with its answer, then what supports it, with a margin at the right. */
export function StageLayout({ sentence, support, action, children, margin, isFollowing }: StageLayoutProps) {
  return (
    <div className="grid grid-cols-1 gap-x-5.5 gap-y-4 lg:grid-cols-[minmax(0,1fr)_19.75rem] min-[100rem]:grid-cols-[minmax(0,1fr)_24rem]">
      <div id="form" tabIndex={-1} className="min-w-0 space-y-4 outline-none">
        <header className={action ? 'gap-x-6 space-y-3 sm:flex sm:items-start sm:justify-between' : undefined}>
          <div className="min-w-0">
            <h1 className="font-serif text-[1.75rem] leading-tight text-balance">{sentence}</h1>
            {support && <p className="mt-1.5 text-quiet">{support}</p>}
          </div>
          {action && <div className="not-printed shrink-0">{action}</div>}
        </header>
        {children}
      </div>
      <aside
        className={`not-printed space-y-3.5 ${isFollowing ? 'lg:sticky lg:top-4 lg:max-h-[calc(100dvh-2rem)] lg:self-start lg:overflow-y-auto' : ''}`}
        aria-label="What to watch and do next"
      >
        {margin}
      </aside>
    </div>
  );
}
