/** A key of the keyboard. */
export function Key({ children }: { children: string }) {
  return (
    <kbd className="rounded border border-line border-b-2 bg-paper px-1.5 py-0.5 font-mono text-xs font-semibold text-ink">
      {children}
    </kbd>
  );
}
