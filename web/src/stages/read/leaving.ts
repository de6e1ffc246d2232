import { NOTHING_OUT, type AnswerWithout, type LeaveOut, type Parts } from '@jacana/core/findings';

/** One thing that can be left out. */
export interface Part {
  /** Unique among all of a tasting. */
  key: string;
  name: string;
  without: LeaveOut;
}

export interface PartGroup {
  id: keyof LeaveOut;
  title: string;
  parts: Part[];
}

/** What can be left out, in groups; a group of one is none, since nothing would be left. */
export function groupsOf(parts: Parts): PartGroup[] {
  const group = (id: keyof LeaveOut, title: string, own: Omit<Part, 'key'>[]): PartGroup[] =>
    own.length > (id === 'caveats' ? 0 : 1)
      ? [{ id, title, parts: own.map((part, at) => ({ ...part, key: `${id} ${at}` })) }]
      : [];
  const people = (count: number): string => `${count} ${count === 1 ? 'person' : 'people'}`;
  return [
    ...group(
      'caveats',
      'Caveats',
      parts.caveats.map(({ id, text }) => ({ name: text, without: { ...NOTHING_OUT, caveats: [id] } })),
    ),
    ...group(
      'pieces',
      'Pieces',
      parts.pieces.map(({ tag, method, people: count }) => ({
        name: `${tag}, ${method} (${people(count)})`,
        without: { ...NOTHING_OUT, pieces: [tag] },
      })),
    ),
    ...group(
      'panelists',
      'People',
      parts.panelists.map(({ id, seat }) => ({ name: `Seat ${seat}`, without: { ...NOTHING_OUT, panelists: [id] } })),
    ),
    ...group(
      'zones',
      'Zones',
      parts.zones.map(({ id, name }) => ({ name, without: { ...NOTHING_OUT, zones: [id] } })),
    ),
    ...group(
      'flights',
      'Flights',
      parts.flights.map(({ flight, people: count }) => ({
        name: `Flight ${flight} (${people(count)})`,
        without: { ...NOTHING_OUT, flights: [flight] },
      })),
    ),
  ];
}

/** Several parts left out together. */
export const together = (parts: readonly Part[]): LeaveOut => ({
  caveats: parts.flatMap(({ without }) => without.caveats),
  pieces: parts.flatMap(({ without }) => without.pieces),
  panelists: parts.flatMap(({ without }) => without.panelists),
  zones: parts.flatMap(({ without }) => without.zones),
  flights: parts.flatMap(({ without }) => without.flights),
});

/** How a list of answers came out, in words: what holds, and what it hangs on. */
export function outcomeText(answers: readonly AnswerWithout[]): string {
  const same = answers.filter((answer) => answer.same === true).length;
  const unknown = answers.filter((answer) => answer.same === null).length;
  const rest = unknown > 0 ? `, ${unknown} cannot be told` : '';
  if (same === answers.length) return `the same answer without any one of these ${answers.length}`;
  return `the same answer without ${same} of these ${answers.length}${rest}`;
}
