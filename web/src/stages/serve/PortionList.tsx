import { counted } from '@jacana/core/format';
import { useState } from 'react';
import { undecidedPieces } from '@jacana/core/sheets';
import type { PortionView } from '../../client/api.generated';

interface PortionListProps {
  id: string;
  portions: readonly PortionView[];
}

/** What is cut, flight by flight and piece by piece; ticked off on this device, by the one person who portions. */
export function PortionList({ id, portions }: PortionListProps) {
  const [done, setDone] = useState(() => ticked(id));
  const hasZones = portions.some(({ zone }) => zone !== '');
  const groups = [...new Set(portions.map(groupOf))].sort();
  const short = shortOf(portions);
  const undecided = undecidedPieces(portions);
  const several = new Set(portions.map(({ sitting }) => sitting)).size > 1;
  const tick = (row: PortionView): void => setDone(toggled(id, done, rowName(row)));
  return (
    <div className="space-y-5">
      {undecided.length > 0 && (
        <div role="alert" className="rounded-lg bg-look px-3 py-2">
          Nobody has decided at the gate on <strong className="font-mono">{undecided.join(', ')}</strong>. Do not cut{' '}
          {undecided.length === 1 ? 'it' : 'them'}: ask the kitchen, who decides under Cook.
        </div>
      )}
      {short.length > 0 && (
        <div role="alert" className="rounded-lg bg-look px-3 py-2">
          {short.map(({ tag, cut, gives }) => (
            <p key={tag}>
              <strong className="font-mono">{tag}</strong> gives {counted(gives, 'portion')} by its mass, and {cut} are
              cut from it. Choose the seats that go without, and say there that another piece was taken, or that the
              plate was not eaten.
            </p>
          ))}
        </div>
      )}
      {groups.map((group) => {
        const rows = portions.filter((row) => groupOf(row) === group).sort(inTurn);
        const left = rows.filter((row) => !done.has(rowName(row))).length;
        const { sitting, flight } = rows[0];
        return (
          <table key={group} className="w-full">
            <caption className="mb-1 text-left font-bold">
              {several && `Sitting ${sitting}, `}
              {several ? 'flight' : 'Flight'} {flight}{' '}
              <span className="font-normal text-quiet">
                {left === 0 ? 'all cut' : `${counted(left, 'line')} to cut`}
              </span>
            </caption>
            <thead>
              <tr className="border-b border-line text-left text-sm text-quiet">
                <th scope="col">Cut</th>
                <th scope="col">Piece</th>
                {hasZones && <th scope="col">Zone</th>}
                <th scope="col">Code</th>
                <th scope="col">Portions</th>
                <th scope="col">For seats</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={rowName(row)} className="border-b border-line/60">
                  <td className="py-1">
                    <label className="flex min-h-10 min-w-10 items-center">
                      <input
                        type="checkbox"
                        className="size-6 accent-chestnut"
                        aria-label={`Cut ${row.tag} for ${row.code}`}
                        checked={done.has(rowName(row))}
                        disabled={!row.isLetThrough}
                        onChange={() => tick(row)}
                      />
                    </label>
                  </td>
                  <td className="font-mono text-lg font-semibold">
                    <span>{row.tag}</span>
                    {!row.isLetThrough && (
                      <span className="ml-1 font-sans text-sm font-bold text-chestnut">not yet</span>
                    )}
                  </td>
                  {hasZones && <td>{row.zone || 'any'}</td>}
                  <td className="font-mono text-lg font-semibold">{row.code}</td>
                  <td>
                    {row.seats.length}
                    {row.isAgain && <span className="ml-1 text-sm font-bold text-chestnut">once more</span>}
                  </td>
                  <td className="text-sm">{row.seats.join(', ')}</td>
                </tr>
              ))}
            </tbody>
          </table>
        );
      })}
    </div>
  );
}

/** Pieces that give fewer portions than are cut from them, over all flights. */
function shortOf(portions: readonly PortionView[]): { tag: string; cut: number; gives: number }[] {
  const cut = new Map<string, { cut: number; gives: number }>();
  for (const { tag, seats, gives } of portions) cut.set(tag, { cut: (cut.get(tag)?.cut ?? 0) + seats.length, gives });
  return [...cut].flatMap(([tag, own]) => (own.cut > own.gives ? [{ tag, ...own }] : []));
}

const groupOf = ({ sitting, flight }: PortionView): string =>
  `${String(sitting).padStart(2, '0')} ${String(flight).padStart(4, '0')}`;

/** Piece by piece, so that each is taken into the hand once; what is cut once more comes last. */
const inTurn = (a: PortionView, b: PortionView): number =>
  Number(a.isAgain) - Number(b.isAgain) || a.tag.localeCompare(b.tag) || a.code.localeCompare(b.code);

/** Seats are part of it: what is cut for more people is not cut yet. */
const rowName = ({ sitting, flight, tag, zone, code, seats, isAgain }: PortionView): string =>
  [sitting, flight, tag, zone, code, seats.join(), isAgain].join(' ');

const place = (id: string): string => `jacana.cut.1.${id}`;
const ticked = (id: string): ReadonlySet<string> =>
  new Set(JSON.parse(localStorage.getItem(place(id)) ?? '[]') as string[]);

function toggled(id: string, done: ReadonlySet<string>, name: string): ReadonlySet<string> {
  const next = new Set(done);
  if (!next.delete(name)) next.add(name);
  localStorage.setItem(place(id), JSON.stringify([...next]));
  return next;
}
