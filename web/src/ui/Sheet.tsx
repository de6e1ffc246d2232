import { ArrowLeft, Printer } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Button, buttonClass } from './Button';

interface SheetProps {
  title: string;
  /** Where "Back" leads. */
  back: string;
  children: ReactNode;
}

/** A page to print: the same type and pads as the screen, on white. */
export function Sheet({ title, back, children }: SheetProps) {
  return (
    <>
      <div className="not-printed mb-4 flex gap-3">
        <Link to={back} className={buttonClass()}>
          <ArrowLeft size={18} /> Back
        </Link>
        <Button look="main" onClick={() => window.print()}>
          <Printer size={18} /> Print
        </Button>
      </div>
      <article className="rounded-card border border-line bg-white p-8 print:border-0 print:p-0">
        <h1 className="mb-4 font-serif text-3xl">{title}</h1>
        {children}
      </article>
    </>
  );
}
