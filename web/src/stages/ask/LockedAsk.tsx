import { chainOf } from '@jacana/core/kitchen';
import { decisionText } from '@jacana/core/sheets';
import { LockedIngredients } from './CorrectIngredients';
import { useDrafting } from '../../drafting/draft';
import { methodLook } from '@jacana/core/charts';
import { Card } from '../../ui/Card';
import { ChainText } from '../../shell/ChainText';
import { Pad } from '../../ui/Pad';
import { TableHead } from '../../ui/TableHead';

/** What was asked, once it no longer changes: a page to read. */
export function LockedAsk() {
  const { draft } = useDrafting();
  const { methods, constants, bundled, lots, zones, halves, decision } = draft;
  const nameOf = (id: string): string => methods.find((method) => method.id === id)?.name ?? '';
  const blocks = [
    lots.length > 0 && `Lots: ${lots.map(({ name }) => name).join(', ')}; every method gets pieces of each.`,
    halves && 'Raw pieces are split: pieces of one number are parts of one raw piece.',
    zones.length > 0 && `Zones, judged apart: ${zones.map(({ name }) => name).join(', ')}.`,
  ].filter(Boolean);
  return (
    <>
      <Card title="To be decided">
        <p className="font-serif text-xl">{decisionText(decision, draft.test)}</p>
        {draft.follows && <p className="mt-1 text-quiet">Goes on from: {draft.follows.title}</p>}
        {draft.ballotTitle && <p className="mt-1 text-quiet">On the ballot: {draft.ballotTitle}</p>}
      </Card>
      <Card title="Methods">
        <ol className="divide-y divide-line">
          {methods.map((method, at) => (
            <MethodText key={method.id} at={at} method={method} />
          ))}
        </ol>
      </Card>
      {constants.length > 0 && (
        <Card title="Held constant">
          <div className="overflow-x-auto">
            <table className="w-full">
              <TableHead headings={['What', 'Target', 'Tolerance', 'How it is checked']} />
              <tbody>
                {constants.map(({ id, name, target, tolerance, check }) => (
                  <tr key={id} className="border-b border-line/60 align-baseline">
                    {[name, target, tolerance, check].map((text, at) => (
                      <td key={at} className="py-1 pr-3">
                        {text || '–'}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Card>
      )}
      <LockedIngredients />
      {bundled.length + blocks.length > 0 && (
        <Card title="What comes with it">
          <ul className="space-y-1">
            {bundled.map(({ id, method, text }) => (
              <li key={id}>
                <strong>{nameOf(method)}</strong>: {text}
              </li>
            ))}
            {blocks.map((text) => (
              <li key={String(text)}>{text}</li>
            ))}
          </ul>
        </Card>
      )}
    </>
  );
}

function MethodText({
  at,
  method,
}: {
  at: number;
  method: ReturnType<typeof useDrafting>['draft']['methods'][number];
}) {
  const { colour, notch } = methodLook(at);
  const { name, note, equipment, reference, effort } = method;
  const cost = effort && effort.cost > 0 ? `, ${effort.cost} a portion` : '';
  return (
    <li className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 py-2.5">
      <Pad size={26} colour={colour} notch={notch} />
      <div>
        <p>
          <strong>{name}</strong> {reference && <span className="text-sm text-quiet">reference</span>}
        </p>
        {note && <p className="text-quiet">{note}</p>}
        <ChainText chain={chainOf(method)} />
        {(equipment || effort) && (
          <p className="text-sm text-quiet">
            {[
              equipment,
              effort &&
                `${effort.handsOnMinutes} of ${effort.totalMinutes} min hands on${cost}, mess ${effort.mess}, skill ${effort.skill} of 5`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
        )}
      </div>
    </li>
  );
}
