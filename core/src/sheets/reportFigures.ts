import { guessLines, plannedView, rankingView, sectionOf, serviceLines, type Findings } from '../findings';
import type { Profiled, Telling } from '../planned';
import { methodTestText, similarityText } from '../verdict';
import { decimal, number, pText, text } from './figures';
import type { Block } from './sheet';

/** What went astray on the way to the mouth; the answer rests on what was eaten. */
export function serviceBlocks(found: Findings): Block[] {
  const service = sectionOf(found, 'service');
  if (!service) return [];
  return [{ kind: 'facts', facts: [{ name: 'How it was served and written down', lines: serviceLines(service) }] }];
}

/** Whether people knew what they had. */
export function guessBlocks(found: Findings): Block[] {
  const guesses = sectionOf(found, 'guesses');
  if (!guesses) return [];
  const nameOf = (id: string): string => found.methods.find((method) => method.id === id)?.name ?? id;
  return [{ kind: 'facts', facts: [{ name: 'Was it blind?', lines: guessLines(guesses, nameOf) }] }];
}

/** The test of the methods, where the plan has one. */
function methodTestBlocks(test: Parameters<typeof methodTestText>[0], beside = 'Of these pieces alone:'): Block[] {
  const said = methodTestText(test);
  return said ? [text(`${said} ${beside}`)] : [];
}

/** What was said to be tested when the answers were known was not planned. */
const titled = ({ brought }: Findings, what: string): string =>
  brought === null ? `Planned: ${what}` : `${what.charAt(0).toUpperCase()}${what.slice(1)}`;

/** The planned test in figures, method by method. */
export function plannedBlocks(found: Findings): Block[] {
  const [ranking, planned] = [rankingView(found), plannedView(found)];
  const nameOf = (id: string): string => found.methods.find((method) => method.id === id)?.name ?? id;
  if (ranking) {
    const { methods, overall, pairs, methodTest } = ranking;
    // The mean of the model, as on the screen; where it could not be fitted, the plain mean stands in.
    const meanOf = ({ id, liking }: (typeof methods)[number]): number | undefined =>
      ranking.liking?.means.find(({ method }) => method === id)?.mean ?? liking?.mean;
    const order = [...methods].sort((a, b) => (a.rankSum ?? Infinity) - (b.rankSum ?? Infinity));
    return [
      {
        kind: 'table',
        above: titled(found, 'rank sums, lower is better'),
        columns: [
          { name: 'Method', isWide: true },
          number('Sum'),
          number('Interval'),
          number('Group'),
          number('Liking'),
        ],
        rows: order.map((method) => [
          method.name,
          decimal(method.rankSum, 1),
          method.rankSumInterval?.map((end) => decimal(end, 0)).join(' to ') ?? '–',
          method.letters || '–',
          decimal(meanOf(method), 2),
        ]),
      },
      ...methodTestBlocks(methodTest, 'Pairs by Tukey on the error of pieces. Of these pieces alone:'),
      ...(overall.test === null
        ? []
        : [
            text(
              `Friedman ${decimal(overall.statistic, 4)} on ${overall.df} df, p ${pText(overall.probability.p)}; Kendall's W ${decimal(overall.kendallW, 4)}.`,
            ),
          ]),
      ...(pairs.length > 0
        ? [
            {
              kind: 'table' as const,
              above: titled(found, 'pairs'),
              columns: [
                { name: 'Pair', isWide: true },
                number('Apart'),
                number('p, all pairs together'),
                number('Shown?'),
              ],
              rows: pairs.map(({ a, b, difference, adjustedP, differ }) => [
                `${nameOf(a)} and ${nameOf(b)}`,
                String(Math.abs(difference)),
                pText(adjustedP),
                differ ? 'differ' : 'not shown',
              ]),
            },
          ]
        : []),
    ];
  }
  if (!planned) return [];
  switch (planned.planned.of) {
    case 'telling':
      return tellingBlocks(planned.planned);
    case 'liking': {
      const { liking, margins, letters, methodTest } = planned.planned;
      const group = (id: string): string => letters[found.methods.findIndex((method) => method.id === id)] ?? '';
      return [
        ...methodTestBlocks(methodTest),
        {
          kind: 'table',
          above: titled(found, 'mean liking'),
          columns: [{ name: 'Method', isWide: true }, number('Mean'), number('Interval'), number('Group')],
          rows: (liking?.means ?? []).map(({ method, mean, interval }) => [
            nameOf(method),
            decimal(mean, 2),
            interval ? `${decimal(interval[0], 2)} to ${decimal(interval[1], 2)}` : '–',
            group(method),
          ]),
        },
        ...margins.map(({ method, difference, test }) =>
          text(
            `${nameOf(method)}: ${decimal(difference, 2)} against the margin of ${test.margin}, interval ${decimal(test.interval[0], 2)} to ${decimal(test.interval[1], 2)}.`,
          ),
        ),
      ];
    }
    case 'profile':
      return [profileTable(found, planned.planned)];
    case 'ranking':
      return [
        ...methodTestBlocks(planned.planned.methodTest),
        {
          kind: 'table',
          above: titled(found, 'incomplete rankings'),
          columns: [{ name: 'Method', isWide: true }, number('Mean rank'), number('Tasted')],
          rows: found.methods.map(({ name }, at) => {
            const { means } = planned.planned as Extract<typeof planned.planned, { of: 'ranking' }>;
            return [name, decimal(means[at].meanRank, 2), String(means[at].times)];
          }),
        },
      ];
    case 'best-worst': {
      const { result, methodTest } = planned.planned;
      if (result.test === null) return [text(result.reason)];
      return [
        ...methodTestBlocks(methodTest),
        {
          kind: 'table',
          above: titled(found, 'best and worst'),
          columns: [{ name: 'Method', isWide: true }, number('Best'), number('Worst'), number('Shown')],
          rows: found.methods.map(({ name }, at) => {
            const { best, worst, shown } = result.counts[at];
            return [name, String(best), String(worst), String(shown)];
          }),
        },
      ];
    }
  }
}

function tellingBlocks({ result, similarity, methodTest }: Telling): Block[] {
  const figures =
    result.test === null
      ? result.reason
      : `${result.test}${similarity ? ', for a difference' : ''}: p ${pText(result.p)}.`;
  return [...methodTestBlocks(methodTest), ...(similarity ? [text(similarityText(similarity))] : []), text(figures)];
}

/** All words with their means, and which differ. */
function profileTable(found: Findings, profile: Profiled): Block {
  const { rows, methodTests } = profile;
  const ofMethods = (word: string): number | null | undefined =>
    methodTests?.find(({ attribute }) => attribute === word)?.adjustedP;
  return {
    kind: 'table',
    above: titled(found, 'word by word'),
    columns: [
      { name: 'Word', isWide: true },
      ...found.methods.map(({ name }) => number(name)),
      number(methodTests ? 'p, pieces' : 'p, adjusted'),
      ...(methodTests ? [number('p, methods')] : []),
    ],
    rows: rows.map(({ attribute, means, adjustedP }) => [
      attribute,
      ...found.methods.map(({ id }) => decimal(means.find((mean) => mean.level === id)?.mean, 1)),
      pText(adjustedP),
      ...(methodTests ? [pText(ofMethods(attribute))] : []),
    ]),
  };
}

export function holdsBlocks(found: Findings): Block[] {
  const again = sectionOf(found, 'sensitivity') ?? [];
  if (again.length === 0) return [];
  return [
    { kind: 'heading', text: 'Does it hold?' },
    ...again.map(({ without, same, sentence }): Block => ({
      ...{ kind: 'text' as const, look: 'plain' as const },
      text: `Without ${without}: ${same ? 'same answer.' : sentence}`,
    })),
  ];
}

export function limitBlocks(found: Findings): Block[] {
  const limits = sectionOf(found, 'limits') ?? [];
  if (limits.length === 0) return [];
  return [
    { kind: 'heading', text: 'What the data cannot say' },
    ...limits.map((limit): Block => ({ kind: 'text', text: limit.text, look: 'plain' })),
  ];
}

export const caveatTable = ({ caveats }: Findings): Block => ({
  kind: 'table',
  above: 'Caveats',
  columns: [{ name: 'When' }, { name: 'By' }, { name: 'What', isWide: true }, { name: 'Touches', isCode: true }],
  rows: caveats.map(({ at, by, text: said, about, afterUnsealing }) => [
    at.replace('T', ' ').slice(0, 16),
    by,
    afterUnsealing ? `${said} (noted after unsealing)` : said,
    about ? about.pieces.join(' ') : '',
  ]),
});
