import { ANALYSIS_NAMES, quantities, TEST_NAMES } from '@jacana/core/design';
import { format } from 'date-fns';
import type { ReactNode } from 'react';
import type { DraftInput, PlanView } from '../../client/api.generated';
import { asTasting } from '../../drafting/draft';
import { DECISIONS } from '../../drafting/decisions';
import { TableHead } from '../../ui/TableHead';

/** What was decided before anyone tastes, for whoever signs it. Says nothing of which code is which. */
export function PlanFacts({ plan, draft }: { plan: PlanView; draft: DraftInput }) {
  const list = quantities(asTasting(draft));
  const nameOf = (id: string): string => draft.methods.find((method) => method.id === id)?.name ?? '';
  return (
    <>
      <dl className="mb-5 grid grid-cols-[9rem_1fr] gap-y-1">
        <Fact name="Question">{draft.question}</Fact>
        <Fact name="To be decided">{decisionText(draft)}</Fact>
        <Fact name="Compared">
          {draft.piecesPerMethod} {draft.piecesPerMethod === 1 ? 'piece' : 'pieces'} each of
          <ul className="columns-2 gap-6">
            {draft.methods.map(({ id, name, reference }) => (
              <li key={id}>{reference ? `${name} (reference)` : name}</li>
            ))}
          </ul>
        </Fact>
        <Fact name="Test">
          {TEST_NAMES[draft.test]}. Analysis: {ANALYSIS_NAMES[plan.analysis]}; level {plan.alpha}.
        </Fact>
        <Fact name="Asked">
          <ol className="list-inside list-decimal">
            {draft.ballot.items.map((item) => (
              <li key={item.id}>{item.ask}</li>
            ))}
          </ol>
        </Fact>
        <Fact name="To prepare">
          {list.pieces} pieces, {(list.grams / 1000).toFixed(2)} kg raw
          {list.cost > 0 ? `, at a cost of ${list.cost.toFixed(2)}` : ''}; portions of {draft.quantities.portionGrams}{' '}
          g.
        </Fact>
        <Fact name="Locked">
          {format(plan.lockedAt, 'd MMMM yyyy, HH:mm:ss')}, drawn by {plan.engine}
        </Fact>
        <Fact name="Fingerprint">
          <span className="font-mono font-semibold break-all">{plan.fingerprint}</span>
        </Fact>
      </dl>
      {draft.constants.length > 0 && (
        <table className="mb-5 w-full">
          <caption className="pb-1 text-left font-bold">Held constant</caption>
          <TableHead headings={['What', 'Target', 'Tolerance', 'Checked by']} />
          <tbody>
            {draft.constants.map(({ id, name, target, tolerance, check }) => (
              <tr key={id} className="break-inside-avoid border-b border-line/60">
                {[name, target, tolerance, check].map((text, at) => (
                  <td key={at} className="py-0.5 pr-2">
                    {text || '–'}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {draft.bundled.length > 0 && (
        <section className="mb-5">
          <h2 className="font-bold">Comes with a method, and cannot be told from it</h2>
          <ul>
            {draft.bundled.map(({ id, method, text }) => (
              <li key={id}>
                {nameOf(method)}: {text}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt className="text-quiet">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

function decisionText({ decision }: DraftInput): string {
  const name = DECISIONS.find(({ kind }) => kind === decision.kind)?.name ?? '';
  switch (decision.kind) {
    case 'more-of':
      return `${name}: ${decision.attribute}`;
    case 'good-enough': {
      const points = `${decision.margin} ${decision.margin === 1 ? 'point' : 'points'}`;
      return `${name}: a loss of less than ${points}${decision.marginWords && `, so that ${decision.marginWords}`}`;
    }
    default:
      return name;
  }
}
