import { Mark } from '../ui/Notice';
import { useDrafting } from './draft';

/** Says where the typed text is. */
export function SaveNote() {
  const { saveState } = useDrafting();
  return (
    <p role="status" className="text-sm text-quiet">
      {saveState.kind === 'saved' && 'All changes saved'}
      {saveState.kind === 'saving' && 'Saving…'}
      {saveState.kind === 'differs' && <Mark>someone else changed the same</Mark>}
      {saveState.kind === 'kept' && (
        <>
          <Mark>not saved</Mark> Kept in this browser. {saveState.message}
        </>
      )}
    </p>
  );
}
