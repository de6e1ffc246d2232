import { useDrafting } from '../../drafting/draft';
import { Card } from '../../ui/Card';
import { TextArea, TextField } from '../../ui/Field';

/** The tasting by name, and its question in the coordinator's own words. */
export function QuestionCard() {
  const { draft, form, problems, isLocked } = useDrafting();
  // Empty fields are not scolded while they wait to be filled; the Plan stage lists them before locking.
  const ballotTitleProblem = problems.find(({ field }) => field === 'ballotTitle')?.message;
  return (
    <Card title="The question" aside={draft.follows && `goes on from ${draft.follows.title}`}>
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
  );
}
