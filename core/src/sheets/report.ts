import { counted } from '../format';
import { leftOutText } from '../answers';
import { walkInsOf } from '../bundle';
import { ledgerOf } from '../caveats';
import { svgOf, type Chart } from '../charts';
import { TEST_FACTS } from '../questions';
import { serviceDay, trayName } from '../service';
import {
  ANSWER_SECTIONS,
  chartsOf,
  headlineFirst,
  rankingView,
  sectionBlocks,
  sectionOf,
  weightsText,
  type Findings,
  type SectionId,
} from '../findings';
import { number, type Block, type NameOfSeat, type Sheet } from '../presentation';
import type { TastingBundle } from '../tasting';
import { caveatTable } from './caveats';
import { constantsTable, decisionText, followsLines } from './plan';
import { askedText, servedText } from './planned';
import { markFacts, type RecordMark } from './record';

/** How a report is wanted. */
export interface ReportForm {
  /** One page for whoever decides, or everything with an appendix. */
  length: 'short' | 'full';
  paper: 'A4' | 'Letter';
  /** Whether panelists are named; else they are seats. */
  names: boolean;
  /** How far the chain of records goes; on the full report only. */
  record?: RecordMark;
}

export const USUAL_REPORT: ReportForm = { length: 'full', paper: 'A4', names: false };

/** What fits on a single page: lines and points of its chart, methods and limits beside it. */
const [SHORT_ROWS, SHORT_HEIGHT, SHORT_METHODS, SHORT_LIMITS] = [12, 262, 8, 3];
/** Names as long as this take up more of the page in every sentence, too. */
const [LONG_NAME, HEIGHT_WITH_LONG_NAMES] = [40, 180];

/**
 * The answer on paper, fit to hand on: verdict and how sure it is, what was asked and how, what it rests on, what it
 * cannot say, caveats, fingerprint. Every number is one of the findings.
 *
 * @param bundle the tasting that the findings are of
 */
export function reportSheet(found: Findings, bundle: TastingBundle, form: ReportForm = USUAL_REPORT): Sheet {
  const { verdict } = found;
  const head: Block[] = [
    { kind: 'text', text: found.question, look: 'quiet' },
    { kind: 'text', text: verdict.sentence, look: 'lead' },
    { kind: 'text', text: verdict.support, look: 'plain' },
  ];
  const blocks = form.length === 'short' ? shortBlocks(found, bundle) : fullBlocks(found, bundle, form);
  return { name: 'Report', title: found.title, paper: form.paper, blocks: [...head, ...blocks] };
}

function shortBlocks(found: Findings, bundle: TastingBundle): Block[] {
  const [first] = chartsOf(found);
  const beside = plannedBeside(found);
  const limits = sectionOf(found, 'limits') ?? [];
  const again = sectionOf(found, 'sensitivity') ?? [];
  const holds = [
    again.every(({ same }) => same === true)
      ? `Run again without ${counted(again.length, 'thing')} that may have spoilt it: the same answer each time.`
      : `Run again without what may have spoilt it, ${counted(again.length, 'time')}: ${timesText(again)}.`,
  ];
  return [
    {
      kind: 'facts',
      facts: [...decided(found, bundle, found.methods.length > SHORT_METHODS), ...onRecord(found, bundle)],
    },
    ...(first ? [chartBlock(shortened(first, heightOf(beside)))] : []),
    {
      kind: 'facts',
      facts: [
        ...beside,
        ...(again.length > 0 ? [{ name: 'Does it hold?', lines: holds }] : []),
        ...(limits.length > 0
          ? [{ name: 'It cannot say', lines: limits.slice(0, SHORT_LIMITS).map((limit) => limit.text) }]
          : []),
        { name: 'Next', lines: [sectionOf(found, 'next')?.text ?? ''] },
      ],
    },
  ];
}

/** Parts of more than this are counted on one page, and not named. */
const SHORT_PARTS = 4;

/** Longer than this, with names as long as some are, it would take the page from everything else. */
const LONGEST_FACT = 420;

const shortFact = (whole: string, sentence: string): string => (whole.length <= LONGEST_FACT ? whole : sentence);

/** The rest of what was planned: zones and lots, and totals. Nothing that was planned is missing from one page. */
function plannedBeside(found: Findings): Fact[] {
  const planned = <Id extends 'parts' | 'weighted'>(id: Id) =>
    found.sections.find((one) => one.id === id)?.status === 'planned' ? sectionOf(found, id) : undefined;
  const weighted = planned('weighted');
  const nameOf = (id: string): string => found.methods.find((method) => method.id === id)?.name ?? id;
  return [
    ...(planned('parts') ?? []).map(({ by, sentence, parts }) => {
      const own = parts.slice(0, SHORT_PARTS).map((one) => `${one.part}: ${one.sentence}`);
      const rest = parts.length - own.length;
      const more = rest > 0 ? [`${rest} more are in the full report.`] : [];
      const whole = [sentence, ...own, ...more].join(' ');
      return { name: `By ${by}`, lines: [shortFact(whole, `${sentence} What each ${by} says is in the full report.`)] };
    }),
    ...(weighted
      ? [
          {
            name: 'Weighted total',
            lines: [
              shortFact(
                `${weighted.sentence} Of 100: ${weighted.means
                  .slice(0, SHORT_METHODS)
                  .map(({ method, mean }) => `${nameOf(method)} ${mean === null ? 'none' : mean.toFixed(1)}`)
                  .join(
                    ', ',
                  )}${weighted.means.length > SHORT_METHODS ? ' …' : ''} (${weightsText(weighted.criteria)}).`,
                weighted.sentence,
              ),
            ],
          },
        ]
      : []),
  ];
}

/** How often the answer was the same, another, or none for too few were left: three different things. */
function timesText(again: readonly { same: boolean | null }[]): string {
  const times = (same: boolean | null): number => again.filter((one) => one.same === same).length;
  return [
    [times(true), 'the same answer'],
    [times(false), 'another answer'],
    [times(null), 'too few people left to tell'],
  ]
    .filter(([count]) => count !== 0)
    .map(([count, what]) => `${count} times ${what}`.replace(/^1 times/, 'once').replace(/^2 times/, 'twice'))
    .join(', ');
}

/** Points of a line of text with its share of what stands between facts, and the characters that fit on it. */
const [LINE_HEIGHT, LINE_LENGTH] = [17, 80];

const heightOf = (facts: readonly Fact[]): number =>
  facts
    .flatMap(({ lines }) => lines)
    .reduce((sum, line) => sum + LINE_HEIGHT * Math.ceil(line.length / LINE_LENGTH), 0);

/** @param taken points that other things than usual take up */
function shortened(chart: Chart, taken: number): Chart {
  if (chart.kind === 'map') return chart;
  const first = (count: number): Chart => ({ ...chart, rows: chart.rows.slice(0, count) }) as Chart;
  let count = Math.min(SHORT_ROWS, chart.rows.length);
  const isLong = chart.rows.some(({ name }) => name.length > LONG_NAME);
  const most = (isLong ? HEIGHT_WITH_LONG_NAMES : SHORT_HEIGHT) - taken;
  while (count > 1 && svgOf(first(count)).height > most) count--;
  const rest = chart.rows.length - count;
  return rest === 0 ? chart : { ...first(count), title: `${chart.title}; ${rest} more are not shown` };
}

function fullBlocks(found: Findings, bundle: TastingBundle, form: ReportForm): Block[] {
  const charts = chartsOf(found);
  const answer = headlineFirst(found, ANSWER_SECTIONS);
  const ofStatus = (status: Chart['status']): Block[] =>
    charts.filter((chart) => chart.status === status).map(chartBlock);
  const { tasting } = bundle;
  return [
    {
      kind: 'facts',
      facts: [
        ...[...decided(found, bundle), ...asServed(found, bundle)],
        ...[...onRecord(found, bundle), ...markFacts(form.record)],
      ],
    },
    { kind: 'heading', text: found.brought === null ? 'What was found, as it was planned' : 'What was found' },
    ...(found.brought === null ? ofStatus('planned') : charts.slice(0, 1).map(chartBlock)),
    ...sectionBlocks(found, answer),
    ...sectionBlocks(
      found,
      BY_STATUS.filter((id) => !answer.includes(id)),
      { status: 'planned' },
    ),
    ...sectionBlocks(found, SOUNDNESS),
    ...(found.caveats.length > 0 ? [caveatTable(found)] : []),
    ...sectionBlocks(found, DAY),
    ...exploredBlocks(found, (seat) => nameOfSeat(bundle, seat, form), ofStatus('explored')),
    { kind: 'heading', text: 'Appendix: how it was done' },
    ...(tasting.constants.length > 0 ? [constantsTable(tasting)] : []),
    {
      kind: 'facts',
      facts: [{ name: 'Asked', lines: tasting.ballot.items.map((item, at) => `${at + 1}. ${askedText(item)}`) }],
    },
    ...rankingTable(found, bundle, form),
  ];
}

/** Where the report has each section: the planned answer, what may be planned or not, whether it holds, and the day. */
const BY_STATUS = ['parts', 'weighted'] as const;
const SOUNDNESS = ['sensitivity', 'limits'] as const;
const DAY = ['service', 'guesses', 'next'] as const;
const BESIDE = [
  ...(['practical', 'kitchen', 'scales', 'map', 'drivers', 'words', 'just-right', 'collected'] as const),
  ...(['panel', 'panelists'] as const),
];
/** These stand in charts, tables and sentences of others. */
const ELSEWHERE = ['orders', 'liking', 'strength'] as const;

type Placed = (
  | typeof ANSWER_SECTIONS
  | typeof BY_STATUS
  | typeof SOUNDNESS
  | typeof DAY
  | typeof BESIDE
  | typeof ELSEWHERE
)[number];
/** A section without a place in the report does not compile. */
true satisfies SectionId extends Placed ? true : false;

/** What was looked at after unsealing, told apart from what was planned. */
function exploredBlocks(found: Findings, person: NameOfSeat, charts: Block[]): Block[] {
  const blocks = [
    ...sectionBlocks(found, BY_STATUS, { status: 'explored' }),
    ...sectionBlocks(found, BESIDE, { person }),
  ];
  return charts.length + blocks.length === 0
    ? []
    : [{ kind: 'heading', text: 'Looked at after unsealing: hints, not the planned answer' }, ...charts, ...blocks];
}

const chartBlock = (chart: Chart): Block => ({
  ...{ kind: 'chart', title: chart.title, drawing: svgOf(chart) },
  aside: chart.status === 'planned' ? 'planned' : 'looked at after unsealing',
});

interface Fact {
  name: string;
  lines: string[];
}

/** @param isShort names a few of the methods, and none of their pieces */
function decided(found: Findings, { tasting }: TastingBundle, isShort = false): Fact[] {
  const few = found.methods.slice(0, SHORT_METHODS).map(({ name }) => name);
  const some = `${found.methods.length} methods, among them ${few.join('; ')}`;
  return [
    { name: 'To be decided', lines: [decisionText(tasting.decision, tasting.test)] },
    ...(tasting.follows ? [{ name: 'Goes on from', lines: followsLines(tasting) }] : []),
    {
      name: 'Compared',
      lines: isShort
        ? [some.length > 300 ? `${some.slice(0, 300)}…` : some]
        : found.methods.map(({ name, reference }, at) => {
            const codes = found.methods[at].codes;
            const shown = codes.length > 0 && codes.length <= 3 ? `, served as ${codes.join(', ')}` : '';
            return `${name}${reference ? ' (reference)' : ''}: ${counted(found.pieces[at] ?? 0, 'piece')} eaten${shown}`;
          }),
    },
  ];
}

function asServed(found: Findings, bundle: TastingBundle): Fact[] {
  const notBlind = ledgerOf(bundle).notBlind.length;
  const came = new Set(bundle.ballots.filter(({ handedInAt }) => handedInAt).map(({ panelist }) => panelist));
  const { people } = serviceDay(bundle.records.service);
  const stopped = new Set(
    bundle.ballots
      .filter((one) => one.openedAt && !came.has(one.panelist) && people.get(trayName(one))?.stopped)
      .map(({ panelist }) => panelist),
  ).size;
  const midway = stopped > 0 ? `, ${stopped} stopped midway` : '';
  const blind = notBlind > 0 ? `; ${notBlind} marked as not blind` : '';
  const guests = walkInsOf(bundle.records.amendments).length;
  const walkedIn = guests > 0 ? `, ${guests} walked in` : '';
  return [
    {
      name: 'Panel',
      lines: [
        `${counted(bundle.tasting.panel.length - guests, 'person', 'people')} planned${walkedIn}, ${came.size} handed in${midway}, ${found.people} counted${blind}.`,
        ...found.leftOut.map(leftOutText),
      ],
    },
    { name: 'Served', lines: servedText(bundle.tasting) },
  ];
}

function onRecord({ alpha, engine, fingerprint, test, brought }: Findings, { plan, seal }: TastingBundle): Fact[] {
  if (brought !== null)
    return [
      {
        name: 'On record',
        lines: [`${TEST_FACTS[test].name}, level ${alpha}; ${engine}.`, `Answers from ${brought}.`],
      },
    ];
  const at = (moment: string | null | undefined): string => (moment ?? '').replace('T', ' ').slice(0, 16);
  return [
    {
      name: 'On record',
      lines: [
        `${TEST_FACTS[test].name}, level ${alpha}; ${engine}.`,
        `Locked ${at(plan?.lockedAt)} UTC, unsealed ${at(seal.unsealedAt)} UTC. Fingerprint of plan and key:`,
        fingerprint.stated,
        fingerprint.matches
          ? 'Computed again from plan and key: the same.'
          : 'Computed again: ANOTHER ONE. Do not rely on this answer.',
      ],
    },
  ];
}

/** Names stay where they are, unless they are asked for. */
function nameOfSeat({ tasting }: TastingBundle, seat: number, { names }: ReportForm): string {
  const own = names ? tasting.panel.find((panelist) => panelist.seat === seat)?.name : undefined;
  return own ?? `Seat ${seat}`;
}

/** More methods do not fit beside each other. */
const MOST_COLUMNS = 8;

/** Who ranked what, where it fits on the page. */
function rankingTable(found: Findings, bundle: TastingBundle, form: ReportForm): Block[] {
  const ranking = rankingView(found);
  if (!ranking || ranking.methods.length > MOST_COLUMNS) return [];
  return [
    {
      kind: 'table',
      above: `Ranks by panelist: 1 is ${found.word ? `the most ${found.word}` : 'liked best'}`,
      columns: [{ name: 'Panelist', isWide: true }, ...ranking.methods.map(({ name }) => number(name))],
      rows: ranking.panelists.map(({ seat, ranks, blind }) => [
        `${nameOfSeat(bundle, seat, form)}${blind ? '' : ' (not blind)'}`,
        ...ranks.map((rank) => String(rank)),
      ]),
    },
  ];
}
