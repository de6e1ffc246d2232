import { answerKindOf, scopeOf } from '../questions';
import type { BallotItem } from '../tasting';

/** One thing that a paper ballot asks: to be typed in at one place. */
export interface PaperField {
  /** Of the answers, what it is about: no two fields share it. */
  name: string;
  item: BallotItem;
  /** Which set of the sitting, from 0. */
  set: number;
  /** The samples of that set, in serving order. */
  codes: readonly string[];
  /** The sample, where it is about one. */
  code: string | null;
  /** Whether it says only that the sample was not tasted: its code is crossed out. */
  isCrossing: boolean;
}

/**
 * What stands on a paper ballot, in the order of the sheet: set by set, first each question about its samples, sample
 * by sample, and which are crossed out, then what compares them; comments at the end.
 *
 * @param items as this panelist reads them
 */
export function paperFields(
  items: readonly BallotItem[],
  { sets }: { sets: readonly { codes: readonly string[] }[] },
): PaperField[] {
  const of = (scope: ReturnType<typeof scopeOf>): BallotItem[] => items.filter((item) => scopeOf(item) === scope);
  return [
    ...sets.flatMap(({ codes }, set) => [
      ...of('sample').flatMap((item) => codes.map((code) => fieldOf(item, { set, codes, code }))),
      ...codes.map((code) => crossingOf({ set, codes, code })),
      ...of('set').map((item) => fieldOf(item, { set, codes, code: null })),
    ]),
    ...of('ballot').map((item) => fieldOf(item, { set: 0, codes: [], code: null })),
  ];
}

type Where = Pick<PaperField, 'set' | 'codes' | 'code'>;

const fieldOf = (item: BallotItem, where: Where): PaperField => ({
  name: `${answerKindOf(item)} ${item.id} ${where.code ?? (scopeOf(item) === 'set' ? where.set : '')}`,
  item,
  ...where,
  isCrossing: false,
});

/** No question of the ballot, but answered on its sheet all the same. */
const CROSSING: BallotItem = {
  ...{ id: 'not-tasted', kind: 'comment', ask: 'Not tasted', attribute: '', definition: '' },
  ...{ low: '', high: '', options: [], ties: false },
};

const crossingOf = (where: Where): PaperField => ({
  ...{ name: `untasted  ${where.code ?? ''}`, item: CROSSING },
  ...where,
  isCrossing: true,
});
