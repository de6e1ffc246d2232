import type { BallotItem } from '@jacana/core/bundle';
import { testSequences } from '@jacana/core/design';
import { scopeOf } from '@jacana/core/questions';
import { useState } from 'react';
import { GuessQuestion } from '../../../questions/GuessQuestion';
import { useDrafting } from '../../../drafting/draft';
import { QuestionHead } from '../../../questions/QuestionHead';
import { SampleQuestion, type SampleValue } from '../../../questions/SampleQuestion';
import { SetQuestion, type SetValue } from '../../../questions/SetQuestion';
import { Pad } from '../../../ui/Pad';

/** Codes for show: the real ones are drawn at locking. */
const CODES = ['482', '907', '615', '234', '759', '368', '841', '526', '173', '695', '438', '952'];

/** The question as panelists get it, to try out; nothing of it is kept. */
export function PhonePreview({ item }: { item: BallotItem | undefined }) {
  if (!item) return <p className="text-quiet">Add a question, and it shows here as panelists will get it.</p>;
  return (
    <div className="mx-auto h-[27.5rem] w-[18.25rem] overflow-auto rounded-[1.75rem] border-[6px] border-ink bg-water px-3.5 pt-4 pb-5 text-[1.0625rem]">
      {/* Another question begins with nothing answered. */}
      <Question key={`${item.id} ${item.kind}`} item={item} />
    </div>
  );
}

function Question({ item }: { item: BallotItem }) {
  const { draft } = useDrafting();
  const [sample, setSample] = useState<SampleValue>({});
  const [set, setSet] = useState<SetValue>({});
  switch (scopeOf(item)) {
    case 'sample':
      return (
        <div className="flex flex-col items-center">
          <Pad label={CODES[0]} size="5.5rem" />
          <QuestionHead item={item} id="preview-question" />
          <SampleQuestion item={item} value={sample} labelledBy="preview-question" onChange={setSample} />
        </div>
      );
    case 'set': {
      const own = testSequences(item.kind as never)[0]?.length;
      const codes = CODES.slice(0, own ?? Math.max(2, Math.min(draft.service.together, draft.methods.length)));
      return (
        <>
          <QuestionHead item={item} id="preview-question" />
          <SetQuestion item={item} codes={codes} value={set} onChange={setSet} />
        </>
      );
    }
    case 'afterwards':
      return <GuessQuestion ask={item.ask} code={CODES[0]} methods={draft.methods} onGive={() => undefined} />;
    case 'ballot':
      return (
        <label className="block">
          <span className="mb-1 block">{item.ask} (not needed)</span>
          <textarea rows={4} className="w-full rounded-xl border border-quiet/50 bg-white px-3 py-2" />
        </label>
      );
  }
}
