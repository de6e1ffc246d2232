import { Button } from './Button';

/** What was taken out, and the way back. */
export function UndoLine({ text, undo }: { text: string | null; undo: () => void }) {
  if (!text) return null;
  return (
    <p role="status" className="mt-2 text-sm">
      {text}{' '}
      <Button look="quiet" onClick={undo}>
        Undo
      </Button>
    </p>
  );
}
