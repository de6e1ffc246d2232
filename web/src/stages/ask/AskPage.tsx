import { useDrafting } from '../../drafting/draft';
import { SaveNote } from '../../drafting/SaveNote';
import { StageLayout } from '../../ui/StageLayout';
import { askSentence } from './askSentence';
import { BlocksCard } from './BlocksCard';
import { BundledCard } from './BundledCard';
import { ConstantsCard } from './ConstantsCard';
import { DecisionCard } from './DecisionCard';
import { IngredientsCard } from './IngredientsCard';
import { LockedAsk } from './LockedAsk';
import { MethodList } from './MethodList';
import { QuestionCard } from './QuestionCard';
import { TestCard } from './TestCard';

/** Stage 1: what is to be decided, between which methods, and what is held constant meanwhile. */
export function AskPage() {
  const { draft, isLocked } = useDrafting();
  return (
    <StageLayout
      sentence={draft.question.trim() || 'What should this tasting decide?'}
      support={isLocked ? 'The plan is locked, so this no longer changes.' : askSentence(draft)}
      margin={
        <>
          <TestCard />
          {!isLocked && <SaveNote />}
        </>
      }
    >
      {isLocked ? (
        <LockedAsk />
      ) : (
        <>
          <QuestionCard />
          <DecisionCard />
          <MethodList />
          <ConstantsCard />
          <IngredientsCard />
          <div className="grid items-start gap-4 xl:grid-cols-2">
            <BundledCard />
            <BlocksCard />
          </div>
        </>
      )}
    </StageLayout>
  );
}
