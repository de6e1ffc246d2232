import { counted, list } from '../format';
import { readingWithout, type Reading } from '../answers';
import type { Caveat } from '../caveats';
import { SMALLEST_PANEL } from '../design';
import { nothing, type Block, type SectionRecord } from '../presentation';
import type { GuessFinding } from './guesses';
import { wholeAnswer, type WholeAnswer } from './wholeAnswer';

/** The planned analysis run again without something that may have spoilt it. */
export interface Sensitivity {
  /** The caveat that it is about; null for panelists who were not blind, or seem not to have been. */
  caveat: string | null;
  without: string;
  sentence: string;
  /** Whether the reader would be told the same; null when too little is left to tell. */
  same: boolean | null;
  panelists: number;
}

/**
 * Runs the planned analysis again without panelists who were not blind, and, for each caveat
 * that names what it touches, without the panelists it touched: those it names, and those who
 * were served a piece that it names. Rankings stay complete that way, so that it is still
 * the planned analysis. Where a caveat touches nearly everyone, as it does with one piece
 * a method, it says that the data cannot tell.
 */
export function sensitivity(reading: Reading, planned: WholeAnswer, guesses: GuessFinding | null): Sensitivity[] {
  const { ledger } = reading;
  const touchedBy = touchedPanelists(reading);
  const again = (
    caveat: string | null,
    touched: ReadonlySet<string>,
    without: (gone: number) => string,
  ): Sensitivity[] => {
    const gone = planned.together.people.filter((panelist) => touched.has(panelist)).length;
    if (gone === 0) return [];
    const answer = wholeAnswer(readingWithout(reading, touched));
    const { people } = answer.together;
    const shared = { caveat, without: without(gone), panelists: people.length };
    if (people.length >= SMALLEST_PANEL)
      return [{ ...shared, same: sameAnswer(planned, answer), sentence: answer.sentence }];
    const left =
      people.length === 0 ? 'nobody is left' : `only ${counted(people.length, 'panelist is', 'panelists are')} left`;
    return [{ ...shared, same: null, sentence: `Cannot be told apart here: without it, ${left}.` }];
  };
  const seeing = new Set(ledger.notBlind.map(({ panelist }) => panelist));
  return [
    ...again(null, seeing, (gone) => counted(gone, 'panelist who was not blind', 'panelists who were not blind')),
    ...again(
      null,
      whoKnew(guesses),
      (gone) => `${counted(gone, 'panelist', 'panelists')} who named the method of the last sample`,
    ),
    ...ledger.caveats.flatMap((caveat) =>
      again(caveat.id, touchedBy(caveat), (gone) => touchedText(caveat.about?.pieces ?? [], gone)),
    ),
  ];
}

/** Whether two answers tell the reader the same: of everything together, or, where the answer is one for each part, of each. */
export const sameAnswer = (one: Told, other: Told): boolean => toldBy(one) === toldBy(other);

type Told = Pick<WholeAnswer, 'kind' | 'about' | 'leaders' | 'split'>;

const toldBy = ({ kind, about, leaders, split }: Told): string =>
  JSON.stringify([
    ...[kind, about, [...leaders].sort()],
    kind === 'by-part' && split && [split.by, split.parts.map((part) => [part.kind, [...part.leaders].sort()])],
  ]);

/** Who named the method of the last sample, where more did than by chance; else a right name tells nothing. */
const whoKnew = (guesses: GuessFinding | null): ReadonlySet<string> => new Set(guesses?.isMore ? guesses.rightly : []);

/** Whom a caveat touches: those it names, and those who were served a piece that it names, at whichever sitting. */
export function touchedPanelists(reading: Pick<Reading, 'portions'>): (caveat: Caveat) => ReadonlySet<string> {
  const portions = reading.portions.filter(({ eaten }) => eaten);
  return ({ about }) =>
    new Set([
      ...(about?.panelists ?? []),
      ...portions.filter(({ tag }) => about?.pieces.includes(tag)).map(({ panelist }) => panelist),
    ]);
}

function touchedText(pieces: readonly string[], gone: number): string {
  const who = counted(gone, 'panelist', 'panelists');
  if (pieces.length === 0) return `${who} named in a caveat`;
  return `${who} served from ${pieces.length === 1 ? 'piece' : 'pieces'} ${list(pieces)}`;
}

export const sensitivitySection: SectionRecord<Sensitivity[]> = {
  why: null,
  lines: (all) => all.map(({ without, same, sentence }) => `Without ${without}: ${same ? 'same verdict' : sentence}`),
  blocks: (all): Block[] =>
    all.length === 0
      ? []
      : [
          { kind: 'heading', text: 'Does it hold?' },
          ...all.map(({ without, same, sentence }): Block => ({
            ...{ kind: 'text', look: 'plain' },
            text: `Without ${without}: ${same ? 'same answer.' : sentence}`,
          })),
        ],
  charts: nothing,
};
