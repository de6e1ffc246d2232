/**
 * A repair in words, by seats and codes: for the trace on screen, in findings and in the report.
 *
 * Use it for people who may see codes, not for the kitchen.
 *
 * Common practice, no source.
 *
 * @example
 * repairText({ kind: 'moved', sitting: 1, panelists: ['a'], flight: 2 }, () => 7) // 'Seat 7 is served with flight 2'
 */
import type { Repair } from './repairs';

/** @param seatOf the seat of a panelist */
export function repairText(repair: Repair, seatOf: (panelist: string) => number): string {
  const said = SAID[repair.kind] as (repair: Repair, seat: Seat) => string;
  const because = 'because' in repair && repair.because ? `: ${repair.because}` : '';
  const text = said(repair, (panelist) => `seat ${seatOf(panelist)}`);
  return `${text[0].toUpperCase()}${text.slice(1)}${because}`;
}

type Seat = (panelist: string) => string;
type Of<Kind extends Repair['kind']> = Extract<Repair, { kind: Kind }>;

const SAID: { [Kind in Repair['kind']]: (repair: Of<Kind>, seat: Seat) => string } = {
  swapped: ({ panelist, code, withPanelist, withCode }, seat) =>
    panelist === withPanelist
      ? `plates ${code} and ${withCode} were exchanged at ${seat(panelist)}`
      : `plate ${code} of ${seat(panelist)} and ${withCode} of ${seat(withPanelist)} were exchanged`,
  'trays-swapped': ({ panelist, withPanelist }, seat) =>
    `the trays of ${seat(panelist)} and ${seat(withPanelist)} were exchanged`,
  'people-swapped': ({ panelist, withPanelist }, seat) =>
    `the people of ${seat(panelist)} and ${seat(withPanelist)} sat in each other's place`,
  'wrong-plate': ({ panelist, code, instead }, seat) => `${seat(panelist)} ate ${instead} in the place of ${code}`,
  replaced: ({ panelist, code, piece }, seat) =>
    `plate ${code} of ${seat(panelist)} was replaced${piece ? ` from piece ${piece}` : ''}`,
  missed: ({ panelist, code }, seat) => `${seat(panelist)} did not eat ${code}`,
  extra: ({ panelist, code }, seat) => `${seat(panelist)} ate ${code} once more`,
  reordered: ({ panelist, codes }, seat) => `${seat(panelist)} ate in the order ${codes.join(', ')}`,
  absent: ({ panelist }, seat) => `${seat(panelist)} did not come`,
  stopped: ({ panelist }, seat) => `${seat(panelist)} stopped before the end`,
  moved: ({ panelists, flight }, seat) =>
    `${panelists.map(seat).join(', ')} ${panelists.length === 1 ? 'is' : 'are'} served with flight ${flight}`,
};
