import type { ReactNode } from 'react';
import { Pad } from '../../ui/Pad';

/** The quiet page before the desk: sign-in and first set-up. */
export function Entrance({ sentence, children }: { sentence: string; children: ReactNode }) {
  return (
    <main className="mx-auto flex min-h-screen max-w-4xl flex-col justify-center px-6 py-10">
      <div className="mb-8 flex items-center gap-4">
        <Pad size={44} colour="#1B6E6A" />
        <p className="font-serif text-3xl font-medium">Jacana</p>
      </div>
      <h1 className="mb-8 max-w-2xl font-serif text-3xl leading-tight text-balance">{sentence}</h1>
      {children}
    </main>
  );
}
