import { counted } from '../format';
import { scoreOf, type AnsweredSet, type Reading } from '../answers';
import { answerKindOf, type BallotItem } from '../bundle';
import { panelPerformance, type PanelScore, type PanelistPerformance } from '../inference';
import { explored, factOf, nothing, type SectionRecord } from '../presentation';
import { shareOf } from './weighted';

/** How one panelist worked, over all scales that were asked; null where the answers do not show it. */
export interface PanelistWork {
  seat: number;
  answers: number;
  /** Mean over the scales of how own scores go with those of the others, from -1 to 1. */
  agreement: number | null;
  /** In how many scales samples were told apart beyond own error, of how many that were asked again. */
  tellsApart: { scales: number; of: number } | null;
  /** Spread of repeated scores of one method, in shares of the scale; the mean over the scales. */
  repeats: number | null;
  /** The part of the scales that was used, in shares: from the lowest to the highest score. */
  uses: [number, number];
  /** Scales in which everything got the same score. */
  straight: number;
}

/** How the panel worked: for those who train and thank it. It takes nobody's answers away. */
export interface PanelistsFinding {
  scales: number;
  people: PanelistWork[];
  sentence: string;
}

/** A panelist's own F is held against this, scale by scale. */
const ALPHA = 0.05;

/**
 * Every panelist over all scales of the ballot: whether samples are told apart and told the same again,
 * whether scores go with those of the others, and how the scale is used. In liking, disagreement is the answer and no
 * fault.
 *
 * @returns null where no scale was asked, or the answers show nothing of anybody
 */
export function panelistsFinding({ bundle, sets }: Reading): PanelistsFinding | null {
  const { tasting } = bundle;
  const items = tasting.ballot.items.filter((item) => answerKindOf(item) === 'score' && item.kind !== 'just-right');
  const byScale = items.map(
    (item) => new Map(panelPerformance(scoresOf(sets, item)).map((one) => [one.panelist, one])),
  );
  const people = tasting.panel.flatMap(({ id, seat }): PanelistWork[] => {
    const own = byScale.flatMap((scale) => scale.get(id) ?? []);
    return own.length > 0 ? [workOf(seat, own)] : [];
  });
  const isTelling = ({ agreement, tellsApart, straight }: PanelistWork): boolean =>
    agreement !== null || tellsApart !== null || straight > 0;
  if (!people.some(isTelling)) return null;
  return { scales: items.length, people, sentence: sentenceOf(people) };
}

/** Scores of one scale in shares of it, so that scales can be read together. */
function scoresOf(sets: readonly AnsweredSet[], item: BallotItem): PanelScore[] {
  return sets.flatMap((set) =>
    set.samples.flatMap(({ code, method, position }) => {
      const score = scoreOf(set, item.id, code);
      const share = score === null ? null : shareOf(item, score);
      if (share === null) return [];
      // Loin and belly of one method are two samples, and none of them was served again.
      return [{ panelist: set.panelist, sample: `${method} ${set.zone ?? ''}`, score: share, position }];
    }),
  );
}

function workOf(seat: number, own: readonly PanelistPerformance[]): PanelistWork {
  const again = own.flatMap(({ discrimination }) => discrimination ?? []);
  const { length: of } = own.filter(({ repeatabilitySd }) => repeatabilitySd !== null);
  return {
    seat,
    answers: own.reduce((sum, { scores }) => sum + scores, 0),
    agreement: meanOf(own.flatMap(({ agreement }) => agreement ?? [])),
    tellsApart: of > 0 ? { scales: again.filter(({ p }) => p <= ALPHA).length, of } : null,
    repeats: meanOf(own.flatMap(({ repeatabilitySd }) => repeatabilitySd ?? [])),
    uses: [Math.min(...own.map(({ scaleUse }) => scaleUse.low)), Math.max(...own.map(({ scaleUse }) => scaleUse.high))],
    straight: own.filter(({ straightLining }) => straightLining).length,
  };
}

const meanOf = (values: readonly number[]): number | null =>
  values.length > 0 ? values.reduce((sum, value) => sum + value, 0) / values.length : null;

function sentenceOf(people: readonly PanelistWork[]): string {
  const compared = people.filter(({ agreement }) => agreement !== null);
  const against = compared.filter(({ agreement }) => (agreement as number) < 0).length;
  const straight = people.filter((one) => one.straight > 0).length;
  const same =
    straight > 0
      ? ` ${counted(straight, 'person', 'people')} gave everything the same score in at least one scale.`
      : '';
  if (compared.length === 0) return `Too few samples to say who goes along with the others.${same}`;
  return `${compared.length - against} of ${counted(compared.length, 'panelist')} score along with the others, ${against} against them.${same}`;
}

/** The panel in a line, and one for each who scored against the others or all the same. */
export const panelistLines = ({ people, sentence }: PanelistsFinding): string[] => [
  sentence,
  ...people
    .filter(({ agreement, straight }) => (agreement ?? 0) < 0 || straight > 0)
    .map(({ seat, agreement, straight }) => {
      const along = agreement === null ? '' : `, agreement ${agreement.toFixed(2).replace('-', '−')}`;
      return `Seat ${seat}${along}${straight > 0 ? `, all the same in ${counted(straight, 'scale')}` : ''}.`;
    }),
];

export const panelistsSection: SectionRecord<PanelistsFinding> = {
  why: {
    how: 'Scale by scale: each panelist’s own F of methods over repeated scores, the spread of repeated scores, and the correlation of own scores with the mean of the others; then the mean over the scales.',
    source: 'ISO 8586 and ISO 13299 (monitoring a panel)',
  },
  lines: (panelists) => explored('how the panel worked', panelistLines(panelists)),
  blocks: (panelists) => [factOf('How the panel worked', panelistLines(panelists))],
  charts: nothing,
};
