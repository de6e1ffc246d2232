import { useEffect, useMemo, useState } from 'react';
import { lockProblems } from '@jacana/core/design';
import { useForm, useWatch } from 'react-hook-form';
import { Outlet } from 'react-router';
import { api } from '../app/api';
import type { DraftInput, TastingView } from '../app/api.generated';
import { type InTasting, useInTasting } from '../app/session';
import { Loading } from '../ui/Notice';
import { asTasting, DraftContext } from './draft';
import { DraftPost, type SaveState, unsaved } from './draftPost';

/** Holds the one draft that Ask and Plan edit, and keeps saving it. */
export function DraftKeeper() {
  const inTasting = useInTasting();
  const { data: tasting } = api.useGetTastingQuery({ id: inTasting.card.id });
  if (!tasting) return <Loading what="the tasting" />;
  // A locked plan starts over with what was locked.
  return <Keeper key={tasting.lockedAt ?? 'draft'} tasting={tasting} inTasting={inTasting} />;
}

function Keeper({ tasting, inTasting }: { tasting: TastingView; inTasting: InTasting }) {
  const { id } = tasting;
  const isDraft = tasting.lockedAt === null;
  const [save] = api.useSaveDraftMutation();
  const [saveState, setSaveState] = useState<SaveState>({ kind: 'saved' });
  const [post] = useState(() => new DraftPost(id, (draftInput) => save({ id, draftInput }), setSaveState));
  const form = useForm<DraftInput>({ defaultValues: (isDraft && unsaved.read(id)) || tasting.draft });
  useEffect(() => {
    if (!isDraft) return;
    void post.flush();
    const stop = form.subscribe({ formState: { values: true }, callback: ({ values }) => post.changed(values) });
    return () => {
      stop();
      void post.flush();
    };
  }, [isDraft, form, post]);
  const draft = useWatch({ control: form.control }) as DraftInput;
  const drafting = useMemo(() => {
    const design = asTasting(draft);
    const problems = isDraft ? lockProblems(design) : [];
    return { tasting, form, draft, design, problems, isLocked: !isDraft, saveState, flush: () => post.flush() };
  }, [tasting, form, draft, isDraft, saveState, post]);
  return (
    <DraftContext.Provider value={drafting}>
      <Outlet context={inTasting} />
    </DraftContext.Provider>
  );
}
