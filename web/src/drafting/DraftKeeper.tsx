import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useForm } from 'react-hook-form';
import { Outlet } from 'react-router';
import { api, refusalOf } from '../app/api';
import type { DraftInput, TastingView } from '../app/api.generated';
import { useInTasting } from '../app/session';
import { Loading } from '../ui/Notice';
import { DraftContext, type SaveState } from './draft';

const PAUSE_MS = 500;
const RETRY_MS = 3000;

/** Holds the one draft that Ask and Plan edit, and keeps saving it. */
export function DraftKeeper() {
  const inTasting = useInTasting();
  const { data: tasting } = api.useGetTastingQuery({ id: inTasting.card.id });
  if (!tasting) return <Loading what="the tasting" />;
  return <Keeper key={tasting.lockedAt ?? 'draft'} tasting={tasting} inTasting={inTasting} />;
}

function Keeper({ tasting, inTasting }: { tasting: TastingView; inTasting: ReturnType<typeof useInTasting> }) {
  const form = useForm<DraftInput>({ defaultValues: unsaved.read(tasting) ?? tasting.draft });
  const { saveState, flush } = useKeptSaved(tasting, form);
  const drafting = useMemo(() => ({ tasting, form, saveState, flush }), [tasting, form, saveState, flush]);
  return (
    <DraftContext.Provider value={drafting}>
      <Outlet context={inTasting} />
    </DraftContext.Provider>
  );
}

/**
 * Saves a pause after each change. Until the server has it, the draft is kept in this
 * browser too, so that neither a reload nor a dead network loses a word.
 */
function useKeptSaved(tasting: TastingView, form: ReturnType<typeof useForm<DraftInput>>) {
  const { id, lockedAt } = tasting;
  const [save] = api.useSaveDraftMutation();
  const [saveState, setState] = useState<SaveState>({ kind: 'saved' });
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const send = useCallback(async (): Promise<void> => {
    clearTimeout(timer.current);
    const draftInput = unsaved.read({ id, lockedAt });
    if (!draftInput) return;
    setState({ kind: 'saving' });
    const { error } = await save({ id, draftInput });
    if (!error) {
      unsaved.clear(id, draftInput);
      setState({ kind: 'saved' });
      if (unsaved.read({ id, lockedAt })) await send();
      return;
    }
    const refusal = refusalOf(error);
    setState({ kind: 'kept', message: refusal.message });
    if (refusal.status === 'FETCH_ERROR') timer.current = setTimeout(() => void send(), RETRY_MS);
  }, [id, lockedAt, save]);

  useEffect(() => {
    if (lockedAt) return;
    if (unsaved.read({ id, lockedAt })) void send();
    const stopListening = form.subscribe({
      formState: { values: true },
      callback: ({ values }) => {
        unsaved.write(id, values);
        setState({ kind: 'saving' });
        clearTimeout(timer.current);
        timer.current = setTimeout(() => void send(), PAUSE_MS);
      },
    });
    return () => {
      stopListening();
      void send();
    };
  }, [id, lockedAt, form, send]);
  return { saveState, flush: send };
}

/** What has been typed and is not yet with the server. */
const unsaved = {
  place: (id: string): string => `jacana.draft.${id}`,
  read({ id, lockedAt }: Pick<TastingView, 'id' | 'lockedAt'>): DraftInput | undefined {
    const text = lockedAt ? null : localStorage.getItem(this.place(id));
    return text ? (JSON.parse(text) as DraftInput) : undefined;
  },
  write(id: string, draft: DraftInput): void {
    localStorage.setItem(this.place(id), JSON.stringify(draft));
  },
  /** Only if nothing was typed since. */
  clear(id: string, saved: DraftInput): void {
    if (localStorage.getItem(this.place(id)) === JSON.stringify(saved)) localStorage.removeItem(this.place(id));
  },
};
