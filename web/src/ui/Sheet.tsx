import { ArrowLeft } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { buttonClass } from './Button';

interface SheetProps {
  title: string;
  /** Where "Back" leads. */
  back: string;
  /** The way to the same on paper. */
  print: ReactNode;
  children: ReactNode;
}

/** A page that is as wide as a sheet of paper. */
export function Sheet({ title, back, print, children }: SheetProps) {
  return (
    <>
      <div className="not-printed mb-4 flex gap-3">
        <Link to={back} className={buttonClass()}>
          <ArrowLeft size={18} /> Back
        </Link>
        {print}
      </div>
      <article className="rounded-card border border-line bg-white p-8 print:border-0 print:p-0">
        <h1 className="mb-4 font-serif text-3xl">{title}</h1>
        {children}
      </article>
    </>
  );
}
