import { lockProblems } from '@jacana/core/design';
import { useCallback, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { useForm, type UseFormReturn, useWatch } from 'react-hook-form';
import { useHotkeys } from 'react-hotkeys-hook';
import { Outlet } from 'react-router';
import { api } from '../client/api';
import type { DraftInput, TastingView } from '../client/api.generated';
import { type InTasting, useInTasting } from '../shell/session';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Waiting } from '../shell/Waiting';
import { Differences } from './Differences';
import { asTasting, DraftContext } from './draft';
import { DraftPost, type SaveState, unsaved } from './draftPost';
import { History } from './history';

/** Holds the one draft that Ask and Plan edit, and keeps saving it. */
export function DraftKeeper() {
  const inTasting = useInTasting();
  const query = api.useGetTastingQuery({ id: inTasting.card.id });
  const { data: tasting } = query;
  if (!tasting) return <Waiting what="the tasting" query={query} />;
  // A locked plan starts over with what was locked.
  return <Keeper key={tasting.lockedAt ?? 'draft'} tasting={tasting} inTasting={inTasting} />;
}

function Keeper({ tasting, inTasting }: { tasting: TastingView; inTasting: InTasting }) {
  const isDraft = tasting.lockedAt === null;
  const [saveState, setSaveState] = useState<SaveState>({ kind: 'saved' });
  const [kept] = useState(() => (isDraft ? unsaved.adopt(tasting.id) : undefined));
  const form = useForm<DraftInput>({ defaultValues: kept?.draft ?? tasting.draft });
  const show = useShown(form);
  const { post, history } = usePost(tasting, kept?.base ?? tasting, show, setSaveState);
  useEffect(() => {
    if (!isDraft) return;
    void post.flush();
    const stop = form.subscribe({
      formState: { values: true },
      callback: ({ values }) => {
        history.changed(values, Date.now());
        post.changed(values);
      },
    });
    window.addEventListener('pagehide', history.keep);
    return () => {
      stop();
      window.removeEventListener('pagehide', history.keep);
      history.keep();
      void post.flush();
    };
  }, [isDraft, form, post, history]);
  const put = useCallback(
    (draft: DraftInput) => {
      show(draft);
      history.changed(draft, Date.now());
      post.changed(draft);
    },
    [show, history, post],
  );
  useUndo(isDraft, history, put);
  const typed = useWatch({ control: form.control }) as DraftInput;
  // What may be put right after locking is so on the server, not in a form.
  const draft = isDraft ? typed : tasting.draft;
  const drafting = useMemo(() => {
    const design = asTasting(draft);
    const problems = isDraft ? lockProblems(design) : [];
    const edit = (parts: Partial<DraftInput>): void => put({ ...form.getValues(), ...parts });
    return { tasting, form, draft, design, problems, isLocked: !isDraft, saveState, edit, flush: () => post.flush() };
  }, [tasting, form, draft, isDraft, saveState, put, post]);
  return (
    <DraftContext.Provider value={drafting}>
      <Outlet context={inTasting} />
      {saveState.kind === 'differs' && (
        <Differences draft={draft} conflicts={saveState.conflicts} onSettled={(settled) => void post.settle(settled)} />
      )}
    </DraftContext.Provider>
  );
}

/**
 * Puts a draft into the fields that came from elsewhere. Whoever types goes on where they were: rows of lists are known
 * by the ids of what they show, so that none is made anew, and the caret stays in its place.
 */
function useShown(form: UseFormReturn<DraftInput>): (draft: DraftInput) => void {
  const [caret, setCaret] = useState<Caret | null>(null);
  useLayoutEffect(() => {
    if (caret?.field === document.activeElement) caret?.field.setSelectionRange(caret.start, caret.end);
  }, [caret]);
  return useCallback(
    (draft) => {
      setCaret(caretNow());
      form.reset(draft);
    },
    [form],
  );
}

interface Caret {
  field: HTMLInputElement | HTMLTextAreaElement;
  start: number;
  end: number;
}

/** Where somebody types; null where nothing with a caret has the focus. */
function caretNow(): Caret | null {
  const field = document.activeElement;
  if (!(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement)) return null;
  const { selectionStart: start, selectionEnd: end } = field;
  return start === null || end === null ? null : { field, start, end };
}

/** The line to the server, and the steps that can be taken back. */
function usePost(
  { id }: TastingView,
  base: { version: number; draft: DraftInput },
  show: (draft: DraftInput) => void,
  tell: (state: SaveState) => void,
) {
  const dispatch = useAppDispatch();
  const [save] = api.useSaveDraftMutation();
  const [held] = useState(() => {
    const history = new History(base.draft, id);
    const post = DraftPost.open(id, base, {
      save: (version, draft) => save({ id, savedDraft: { version, draft } }),
      read: () =>
        dispatch(api.endpoints.getTasting.initiate({ id }, { forceRefetch: true, subscribe: false })).unwrap(),
      show: (draft) => {
        // First, or the form would tell of it as of an edit made here.
        history.replaced(draft);
        show(draft);
      },
      tell,
    });
    return { post, history };
  });
  const heard = useAppSelector((state) => state.live.drafts[id]);
  useEffect(() => {
    if (heard !== undefined) void held.post.heard(heard);
  }, [held, heard]);
  return held;
}

/** Ctrl Z takes back the last edit of the plan, whatever it was, also from inside a field. */
function useUndo(isDraft: boolean, history: History, show: (draft: DraftInput) => void): void {
  const options = { enabled: isDraft, enableOnFormTags: true, preventDefault: true } as const;
  const go = (draft: DraftInput | undefined): void => {
    if (draft) show(draft);
  };
  useHotkeys('mod+z', () => go(history.undo()), options);
  useHotkeys(['mod+shift+z', 'mod+y'], () => go(history.redo()), options);
}
