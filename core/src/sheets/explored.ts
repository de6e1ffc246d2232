import {
  driverLines,
  forWhomLines,
  gateLines,
  justRightLines,
  mapLines,
  panelistLines,
  partLines,
  scalesLines,
  sectionOf,
  weightedLines,
  wordCounts,
  wordsLines,
  type Comment,
  type Findings,
  type KitchenFinding,
  type PracticalPick,
  type Section,
} from '../findings';
import type { MeanWithInterval } from '../inference';
import { panelLines } from '../planned';
import { decimal, number, text } from './figures';
import type { Block } from './sheet';

/** What the kitchen measured, pieces as the unit, beside liking. */
function kitchenTable({ methods }: KitchenFinding, nameOf: (id: string) => string): Block {
  const said = (found: MeanWithInterval | null, times = 1): string => {
    if (found === null) return '';
    const [low, high] = found.interval ?? [null, null];
    const mean = decimal(times * found.mean, 1);
    return low === null || high === null ? mean : `${mean} (${decimal(times * low, 1)} to ${decimal(times * high, 1)})`;
  };
  return {
    kind: 'table',
    above: 'Measured in the kitchen: means over pieces, with intervals of 95 %, beside mean liking',
    columns: [
      { name: 'Method', isWide: true },
      ...[
        'Liking',
        'Mass lost, %',
        'Core at the end, °C',
        'Highest, °C',
        'In the heat, min',
        'Then held, min',
        'To the seat, min',
      ].map(number),
    ],
    rows: methods.map(({ method, liking, cookLoss, ended, highest, heated, held, toSeat }) => [
      nameOf(method),
      liking === null ? '' : decimal(liking, 1),
      said(cookLoss, 100),
      ...[ended, highest, heated, held, toSeat].map((one) => said(one)),
    ]),
  };
}

/** What each takes, easiest first. */
function easeTable({ ease, best, candidates }: PracticalPick, nameOf: (id: string) => string): Block[] {
  const close = (method: string): string =>
    method === best ? 'the best liked' : candidates.includes(method) ? 'close to it' : 'not shown to be close';
  return [
    {
      kind: 'table',
      above: 'Easiest first: mean of the ranks in five criteria, all with the same weight',
      columns: [
        { name: 'Method', isWide: true },
        ...['Hands on, min', 'In all, min', 'Cost', 'Mess', 'Skill', 'Lost, %', 'Rank', 'Liking'].map(number),
      ],
      rows: ease.map(({ method, effort, meanRank, cookLoss }) => [
        nameOf(method),
        ...[effort.handsOnMinutes, effort.totalMinutes].map(String),
        decimal(effort.cost, 2),
        ...[effort.mess, effort.skill].map(String),
        cookLoss === null ? '–' : decimal(100 * cookLoss, 1),
        decimal(meanRank, 1),
        close(method),
      ]),
    },
  ];
}

/** Comments as they are, with what somebody liked best; and the words that come in several. */
function commentLines(
  comments: readonly Comment[],
  nameOf: (id: string) => string,
  nameOfSeat: (seat: number) => string,
): string[] {
  const words = wordCounts(comments.map(({ text: said }) => said));
  return [
    ...comments.map(
      ({ seat, text: said, liked }) => `${nameOfSeat(seat)}${liked ? `, liked ${nameOf(liked)} best` : ''}: ${said}`,
    ),
    ...(words.length > 0 ? [`In several: ${words.map(({ answer, times }) => `${answer} ${times}`).join(', ')}.`] : []),
  ];
}

const factOf = (name: string, lines: string[]): Block => ({ kind: 'facts', facts: [{ name, lines }] });

/**
 * What was looked at after unsealing, told apart from what was planned.
 *
 * @param nameOfSeat how somebody who commented is called
 */
export function exploredBlocks(found: Findings, nameOfSeat: (seat: number) => string, charts: Block[]): Block[] {
  const practical = sectionOf(found, 'practical');
  const kitchen = sectionOf(found, 'kitchen');
  const nameOf = (id: string): string => found.methods.find((method) => method.id === id)?.name ?? id;
  const asked = [...scaleBlocks(found, nameOf), ...answerBlocks(found, nameOf, nameOfSeat), ...panelBlocks(found)];
  const parts = [...partBlocks(found, 'explored'), ...weightedBlocks(found, 'explored')];
  if (parts.length + asked.length + charts.length === 0 && !practical && !kitchen) return [];
  return [
    { kind: 'heading', text: 'Looked at after unsealing: hints, not the planned answer' },
    ...charts,
    ...parts,
    ...(practical
      ? [
          { kind: 'text' as const, text: practical.sentence, look: 'plain' as const },
          ...easeTable(practical, nameOf),
          ...forWhomLines(practical, nameOf).map(text),
        ]
      : []),
    ...(kitchen ? [kitchenTable(kitchen, nameOf), ...gateLines(kitchen).map(text)] : []),
    ...asked,
  ];
}

/** Zone by zone, and lot by lot; nothing unless it is of this status. */
export const partBlocks = (found: Findings, status: Section['status']): Block[] =>
  (isOf(found, 'parts', status) ? (sectionOf(found, 'parts') ?? []) : []).map((one) =>
    factOf(`By ${one.by}`, partLines(one)),
  );

/** Scales added up as the plan weighs them; nothing unless it is of this status. */
export function weightedBlocks(found: Findings, status: Section['status']): Block[] {
  const weighted = isOf(found, 'weighted', status) ? sectionOf(found, 'weighted') : undefined;
  const nameOf = (id: string): string => found.methods.find((method) => method.id === id)?.name ?? id;
  return weighted ? [factOf('Weighted total', weightedLines(weighted, nameOf))] : [];
}

const isOf = ({ sections }: Findings, section: Section['id'], status: Section['status']): boolean =>
  sections.some((one) => one.id === section && one.status === status);

/** Groups, orders, and how the panel worked. */
function panelBlocks(found: Findings): Block[] {
  const [panel, panelists] = [sectionOf(found, 'panel'), sectionOf(found, 'panelists')];
  return [
    ...(panel ? [factOf('Panelists and serving order', panelLines(panel))] : []),
    ...(panelists ? [factOf('How the panel worked', panelistLines(panelists))] : []),
  ];
}

type NameOf = (id: string) => string;

/** Scales that were asked besides: by themselves, at once, and beside liking. */
function scaleBlocks(found: Findings, nameOf: NameOf): Block[] {
  const scales = sectionOf(found, 'scales');
  const [map, drivers] = [sectionOf(found, 'map'), sectionOf(found, 'drivers')];
  const nameAt = (place: number): string => found.methods[place].name;
  return [
    ...(scales ? [factOf('Scales besides', scalesLines(scales, nameOf))] : []),
    ...(map ? [factOf('Scales at once', mapLines(map, nameAt))] : []),
    ...(drivers ? [factOf('What goes with liking', driverLines(drivers))] : []),
  ];
}

/** Words, just-about-right answers, and everything else as it was answered. */
function answerBlocks(found: Findings, nameOf: NameOf, nameOfSeat: (seat: number) => string): Block[] {
  const ids = found.methods.map(({ id }) => id);
  const others = sectionOf(found, 'collected') ?? [];
  return [
    ...(sectionOf(found, 'words') ?? []).map((one): Block => factOf(one.ask, wordsLines(one, nameOf, ids))),
    ...(sectionOf(found, 'just-right') ?? []).map((one): Block => factOf(one.ask, justRightLines(one, nameOf))),
    ...others.flatMap(({ ask, methods, comments }): Block[] => [
      {
        kind: 'facts',
        facts: [
          {
            name: ask,
            lines: [
              ...methods
                .filter(({ answers }) => answers > 0)
                .map(({ method, answers, counts, mean }) => {
                  const said =
                    mean === null
                      ? counts.map((one) => `${one.answer} ${one.times}`).join(', ')
                      : `mean ${decimal(mean, 1)}`;
                  return `${nameOf(method)}: ${said} (of ${answers})`;
                }),
              ...commentLines(comments, nameOf, nameOfSeat),
            ],
          },
        ],
      },
    ]),
  ];
}
