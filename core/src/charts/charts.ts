import {
  plannedView,
  rankingView,
  sectionOf,
  type Findings,
  type JustRightFinding,
  type RankingView,
  type WordsFinding,
} from '../findings';
import type { Chosen, LikingFinding, Ordered, Profiled, Telling } from '../planned';
import { domainOf, type Chart, type Dot, type DotChart } from './chart';
import { attributesChart, wordsMapChart } from './mapCharts';

/**
 * All charts of these findings, in reading order: the planned one first, then what was looked at.
 *
 * @param found findings of any planned test
 */
export function chartsOf(found: Findings): Chart[] {
  const charts = allCharts(found);
  // Nothing of what was brought from elsewhere was planned here.
  return found.brought === null ? charts : charts.map((chart) => ({ ...chart, status: 'explored' as const }));
}

function allCharts(found: Findings): Chart[] {
  const ranking = rankingView(found);
  const scales = sectionOf(found, 'scales');
  return [
    ...(ranking ? rankingCharts(ranking) : plannedCharts(found)),
    ...partsCharts(found),
    ...weightedChart(found),
    ...(scales
      ? profileChart(found, scales.profile, { id: 'scales', title: scales.sentence, status: 'explored' })
      : []),
    ...attributesChart(found),
    ...(sectionOf(found, 'words') ?? []).flatMap((one) => [...wordsChart(found, one), ...wordsMapChart(found, one)]),
    ...(sectionOf(found, 'just-right') ?? []).flatMap((one) => justRightChart(found, one)),
  ];
}

/** What is asked about may be a word, and more of it need not be liked. */
const better = ({ word }: Pick<Findings, 'word'>): string => (word ? `more ${word}` : 'better liked');
const most = ({ word }: Pick<Findings, 'word'>): string => (word ? `most ${word}` : 'best');

function rankingCharts(found: RankingView): Chart[] {
  const { liking, strength } = found;
  return [
    ...dots({
      ...{ id: 'rank-sums', status: 'planned', unit: 'rank sum' },
      title: `Rank sums with intervals: lower is ${better(found)}`,
      rows: rowsOf(found, ({ id }) => {
        const own = found.methods.find((method) => method.id === id);
        return { at: own?.rankSum ?? null, interval: own?.rankSumInterval ?? null, note: own?.letters ?? '' };
      }).sort((a, b) => a.dots[0].at - b.dots[0].at),
    }),
    ...(strength.test === null
      ? []
      : dots({
          ...{
            id: 'chance-of-best',
            status: 'explored',
            unit: `chance of being the ${most(found)}, %`,
            domain: [0, 100],
          },
          title: `How likely each ${strength.about === 'methods' ? 'method' : 'of these'} is the ${most(found)}`,
          rows: rowsOf(found, (_, place) => percent(strength.chanceOfBest[place])).sort(higherFirst),
        })),
    ...(liking ? likingChart(found, liking) : []),
  ];
}

function plannedCharts(found: Findings): Chart[] {
  const planned = plannedView(found)?.planned;
  switch (planned?.of) {
    case 'liking':
      return planned.liking ? likingChart(found, planned.liking, planned.letters) : [];
    case 'profile':
      return profileChart(found, planned, { id: 'profile', title: 'Word by word: means', status: 'planned' });
    case 'ranking':
      return orderedCharts(found, planned);
    case 'best-worst':
      return chosenChart(found, planned);
    case 'telling':
      return tellingChart(found, planned);
    case undefined:
      return [];
  }
}

const UNITS = { ranks: 'mean rank, lower is better', scores: 'mean score', places: 'mean place, lower is better' };

/** Zone by zone, and lot by lot: what each method came to in each. */
function partsCharts(found: Findings): Chart[] {
  const own = found.sections.find(({ id }) => id === 'parts');
  return (sectionOf(found, 'parts') ?? []).flatMap(({ by, parts, of, sentence }) =>
    of === null
      ? []
      : dots({
          ...{ id: `by-${by}`, title: sentence, status: own?.status ?? 'explored', unit: UNITS[of] },
          rows: parts.map(({ part, means }) => ({
            name: part,
            dots: means.flatMap((at, place): Dot[] => (at === null ? [] : [{ place, at, interval: null }])),
            note: '',
          })),
          legend: legendOf(found),
        }),
  );
}

/** Several scales added up, as the plan weighs them. */
function weightedChart(found: Findings): Chart[] {
  const own = found.sections.find(({ id }) => id === 'weighted');
  const weighted = sectionOf(found, 'weighted');
  if (!weighted) return [];
  return dots({
    ...{ id: 'weighted', title: weighted.sentence, status: own?.status ?? 'explored', unit: 'total of 100' },
    domain: [0, 100],
    rows: rowsOf(found, ({ id }) => {
      const mean = weighted.means.find(({ method }) => method === id);
      return { at: mean?.mean ?? null, interval: mean?.interval ?? null, note: mean?.letters ?? '' };
    }).sort(higherFirst),
  });
}

function orderedCharts(found: Findings, { means, chanceOfBest }: Ordered): Chart[] {
  const ranks = rowsOf(found, (_, place) => ({
    ...{ at: means[place].meanRank, interval: null },
    note: `of ${means[place].times}`,
  }));
  return [
    ...dots({
      ...{ id: 'mean-ranks', status: 'planned', unit: 'mean rank' },
      title: `Mean ranks: lower is ${better(found)}`,
      rows: ranks.sort((a, b) => a.dots[0].at - b.dots[0].at),
    }),
    ...(chanceOfBest
      ? dots({
          ...{
            id: 'chance-of-best',
            status: 'planned',
            unit: `chance of being the ${most(found)}, %`,
            domain: [0, 100],
          },
          title: `How likely each is the ${most(found)}`,
          rows: rowsOf(found, (_, place) => percent(chanceOfBest.chances[place])).sort(higherFirst),
        })
      : []),
  ];
}

function chosenChart(found: Findings, { result }: Chosen): Chart[] {
  if (result.test === null) return [];
  return dots({
    ...{ id: 'best-worst', status: 'planned', unit: 'best less worst, of times shown, %', domain: [-100, 100] },
    title: 'How much more often each was the best than the worst',
    rows: rowsOf(found, (_, place) => {
      const { best, worst, shown } = result.counts[place];
      return { at: shown > 0 ? (100 * (best - worst)) / shown : null, interval: null, note: `of ${shown}` };
    }).sort(higherFirst),
  });
}

function tellingChart(found: Findings, { result, replicated }: Telling): Chart[] {
  if (result.test === 'paired-preference') return preferredChart(found, result);
  if (result.test !== 'forced-choice') return [];
  const { pd, pdInterval } = replicated ?? result;
  return dots({
    ...{ id: 'tellers', status: 'planned', unit: 'of people, %', domain: [0, 100] },
    title: `${result.correct} of ${result.n} answers were right`,
    rows: [{ name: 'Truly tell them apart', ...oneDot(null, 100 * pd, times100(pdInterval)), note: '' }],
  });
}

function preferredChart(
  { methods }: Findings,
  { shareA, exactInterval }: { shareA: number; exactInterval: readonly [number, number] },
): Chart[] {
  return dots({
    ...{ id: 'preference', status: 'planned', unit: 'of those with a preference, %', domain: [0, 100] },
    title: `Share that prefers ${methods[0].name}`,
    rows: [{ name: methods[0].name, ...oneDot(0, 100 * shareA, times100(exactInterval)), note: '' }],
    marks: [{ at: 50, name: 'even' }],
  });
}

function likingChart(found: Findings, liking: LikingFinding, letters: readonly string[] = []): Chart[] {
  return dots({
    ...{ id: 'liking', status: liking.status, unit: 'liking, 1 to 9', domain: [1, 9] },
    title: 'Mean liking with intervals',
    rows: rowsOf(found, ({ id }, place) => {
      const own = liking.means.find(({ method }) => method === id);
      return { at: own?.mean ?? null, interval: own?.interval ?? null, note: letters[place] ?? own?.letters ?? '' };
    }).sort(higherFirst),
  });
}

function profileChart(
  found: Findings,
  { rows }: Pick<Profiled, 'rows'>,
  titled: Pick<DotChart, 'id' | 'title' | 'status'>,
): Chart[] {
  return dots({
    ...titled,
    unit: 'mean, as it was asked',
    rows: rows.map(({ attribute, means, adjustedP }) => ({
      name: attribute,
      dots: found.methods.flatMap(({ id }, place): Dot[] => {
        const at = means.find(({ level }) => level === id)?.mean ?? null;
        return at === null ? [] : [{ place, at, interval: null }];
      }),
      note: adjustedP !== null && adjustedP <= found.alpha ? 'differ' : '',
    })),
    legend: legendOf(found),
  });
}

function wordsChart(found: Findings, { item, sentence, words, servings }: WordsFinding): Chart[] {
  return dots({
    ...{ id: `words-${item}`, title: sentence, status: 'explored', unit: 'of servings, %', domain: [0, 100] },
    rows: words.map(({ word, times, differs }) => ({
      name: word,
      dots: found.methods.flatMap((_, place): Dot[] =>
        servings[place] > 0 ? [{ place, at: (100 * times[place]) / servings[place], interval: null }] : [],
      ),
      note: differs ? 'differ' : '',
    })),
    legend: legendOf(found),
  });
}

function justRightChart(found: Findings, { item, sentence, sides, methods }: JustRightFinding): Chart[] {
  return [
    {
      ...{ kind: 'shares', id: `just-right-${item}`, title: sentence, status: 'explored' },
      parts: [sides.ends[0], sides.tooLittle, 'just about right', sides.tooMuch, sides.ends[1]],
      rows: methods.flatMap(({ method, counts, servings }) => {
        const place = found.methods.findIndex(({ id }) => id === method);
        return servings > 0 ? [{ place, name: found.methods[place].name, counts, note: `of ${servings}` }] : [];
      }),
    },
  ];
}

type DotsWanted = Omit<DotChart, 'kind' | 'domain' | 'marks' | 'legend'> & Partial<DotChart>;

/** No chart where there is nothing to put on it. */
function dots(wanted: DotsWanted): DotChart[] {
  const rows = wanted.rows.filter((row) => row.dots.length > 0);
  const values = rows.flatMap((row) => row.dots.flatMap(({ at, interval }) => [at, ...(interval ?? [])]));
  if (values.length === 0) return [];
  return [{ marks: [], legend: [], domain: domainOf(values), ...wanted, kind: 'dots', rows }];
}

interface Estimate {
  at: number | null;
  interval: readonly [number, number] | null;
  note: string;
}

/** A line for each method that has an estimate. */
function rowsOf(
  { methods }: Pick<Findings, 'methods'>,
  estimate: (method: Findings['methods'][number], place: number) => Estimate,
): DotChart['rows'] {
  return methods.flatMap((method, place) => {
    const { at, interval, note } = estimate(method, place);
    return at === null ? [] : [{ name: method.name, dots: [{ place, at, interval }], note }];
  });
}

const oneDot = (place: number | null, at: number, interval: readonly [number, number]): { dots: Dot[] } => ({
  dots: [{ place, at, interval }],
});
const times100 = ([low, high]: readonly [number, number]): [number, number] => [100 * low, 100 * high];
const percent = (share: number): Estimate => ({
  at: 100 * share,
  interval: null,
  note: `${Math.round(100 * share)} %`,
});
const higherFirst = (a: DotChart['rows'][number], b: DotChart['rows'][number]): number => b.dots[0].at - a.dots[0].at;
const legendOf = ({ methods }: Findings): DotChart['legend'] => methods.map(({ name }, place) => ({ place, name }));
