import { counted } from '../../app/stages';
import { Card } from '../../ui/Card';
import { TextArea, TextField } from '../../ui/Field';
import { StageLayout } from '../../ui/StageLayout';
import { ToCome } from '../../ui/Notice';
import { useDrafting } from '../../drafting/draft';
import { SaveNote } from '../../drafting/SaveNote';
import { MethodList } from './MethodList';

/** Stage 1: what is to be decided, and between which methods. */
export function AskPage() {
  const { draft, form, problems, isLocked } = useDrafting();
  const problemAt = (field: string) => problems.find((problem) => problem.field === field)?.message;
  // Empty fields are not scolded while they wait to be filled; the Plan stage lists them before locking.
  const ballotTitleProblem = problemAt('ballotTitle');
  return (
    <StageLayout
      sentence={draft.question.trim() || 'What should this tasting decide?'}
      support={
        isLocked
          ? 'The plan is locked, so this no longer changes.'
          : `${draft.methods.length > 0 ? `${counted(draft.methods.length, 'method')} so far. ` : ''}Two to eight fit into one mouth.`
      }
      margin={
        <>
          <TestChoice />
          {!isLocked && <SaveNote />}
          <ToCome>
            <p>
              Other kinds of question (can people tell them apart, how do they differ, is the quick way good enough),
              what each method costs in time and money, and what is held constant.
            </p>
          </ToCome>
        </>
      }
    >
      <Card title="The question">
        <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2">
          <TextField
            label="Title"
            hint="For your desk only."
            maxLength={200}
            disabled={isLocked}
            {...form.register('title')}
          />
          <TextField
            label="Title on the ballot"
            hint="Panelists read this; it may not name a method."
            placeholder="Blind tasting"
            maxLength={200}
            disabled={isLocked}
            problem={ballotTitleProblem}
            {...form.register('ballotTitle')}
          />
          <TextArea
            className="sm:col-span-2"
            label="Question"
            hint="What you will do differently once you know."
            placeholder="Which way of cooking salmon do our guests like best?"
            rows={2}
            maxLength={2000}
            disabled={isLocked}
            {...form.register('question')}
          />
        </div>
      </Card>
      <MethodList />
    </StageLayout>
  );
}

function TestChoice() {
  return (
    <Card title="Test">
      <p>
        <strong>Ranking</strong>, most liked to least. Everyone tastes every sample, so a ranking asks just the question
        you have, and Friedman's test answers it without supposing that people use a scale alike.
      </p>
    </Card>
  );
}
