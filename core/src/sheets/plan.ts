import { counted } from '../format';
import { ANALYSIS_FACTS, TEST_FACTS, inPercent } from '../questions';
import { isAskedByPart, partsText, quantities } from '../design';
import { chainOf, differenceText, differences, stepText } from '../kitchen';
import { ingredientsOf } from '../library';
import { type Block, type Sheet } from '../presentation';
import { plannedPortions, type PlannedPortion } from '../served';
import type { Decision, Plan, Tasting } from '../tasting';
import { claimOf } from '../verdict';
import { askedText, servedText, sizedForText } from './planned';
import { markFacts, type RecordMark } from './record';

/** What can be decided, in words. */
export const DECISION_NAMES: Readonly<Record<Decision['kind'], string>> = {
  'liked-best': 'Which is liked best',
  'told-apart': 'Can people tell them apart',
  'more-of': 'Which has more of something',
  'how-differ': 'How do they differ',
  'good-enough': 'Is it good enough',
  similar: 'Are they similar enough',
};

/** The locked plan, with the fingerprint that vouches for it, for whoever signs it. Says nothing of which code is which. */
export function planSheet(tasting: Tasting, plan: Plan, record?: RecordMark): Sheet {
  const nameOf = (id: string): string => tasting.methods.find((method) => method.id === id)?.name ?? '';
  const { constants, bundled } = tasting;
  return {
    name: 'Plan sheet',
    title: tasting.title,
    blocks: [
      { kind: 'facts', facts: [...facts(tasting), ...lockFacts(plan, tasting), ...markFacts(record)] },
      ...howCooked(tasting),
      ...(constants.length > 0 ? [constantsTable(tasting)] : []),
      ...(bundled.length > 0
        ? [
            {
              kind: 'facts' as const,
              facts: [
                {
                  name: 'Comes with a method',
                  lines: bundled.map(({ method, text }) => `${nameOf(method)}: ${text}`),
                },
              ],
            },
          ]
        : []),
      ...orders(tasting, plan),
    ],
  };
}

/** What is done to a piece of each method, as it was locked; and what differs from the reference. */
function howCooked({ methods }: Tasting): Block[] {
  const reference = methods.find((method) => method.reference);
  const facts = methods.flatMap((method) => {
    const chain = chainOf(method);
    if (chain.length === 0) return [];
    const beside =
      reference && reference !== method
        ? [`Beside ${reference.name}: ${differenceText(differences(chain, chainOf(reference)))}`]
        : [];
    return [{ name: method.name, lines: [...chain.map((step) => stepText(step)), ...beside] }];
  });
  return facts.length > 0
    ? [
        { kind: 'heading', text: 'How each is cooked' },
        { kind: 'facts', facts },
      ]
    : [];
}

export function constantsTable({ constants }: Pick<Tasting, 'constants'>): Block {
  return {
    kind: 'table',
    above: 'Held constant',
    columns: [{ name: 'What' }, { name: 'Target', isWide: true }, { name: 'Tolerance' }, { name: 'Checked by' }],
    rows: constants.map(({ name, target, tolerance, check }) =>
      [name, target, tolerance, check].map((text) => text || '–'),
    ),
  };
}

function facts(tasting: Tasting): { name: string; lines: string[] }[] {
  const { methods, ballot, quantities: masses, piecesPerMethod, lots, zones, halves } = tasting;
  const list = quantities(tasting);
  const named = (name: string, lines: string[]) => (lines.length > 0 ? [{ name, lines }] : []);
  const cost = list.cost > 0 ? `, at a cost of ${list.cost.toFixed(2)}` : '';
  return [
    ...named('Question', [tasting.question].filter(Boolean)),
    ...named('Goes on from', followsLines(tasting)),
    { name: 'To be decided', lines: [decisionText(tasting.decision, tasting.test)] },
    {
      name: 'Compared',
      lines: [
        `${counted(piecesPerMethod, 'piece')} each of`,
        ...methods.map(({ name, reference }) => (reference ? `${name} (reference)` : name)),
      ],
    },
    ...named(
      'Blocks',
      [
        lots.length > 0 ? `Lots: ${lots.map(({ name }) => name).join(', ')}. Every method gets pieces of each.` : '',
        halves ? 'Raw pieces are split: pieces of one number are parts of one raw piece.' : '',
      ].filter(Boolean),
    ),
    ...named('Pieces cooked alike', tasting.takenAlike ? [`taken to taste alike: ${tasting.takenAlike}`] : []),
    ...named(
      'Ingredients',
      tasting.ingredients.length > 0
        ? methods.map(
            ({ id, name }) => `${name}: ${ingredientsOf(tasting.ingredients, id).join(', ') || 'nothing said'}`,
          )
        : [],
    ),
    ...named('Zones', zones.length > 0 ? [`${zones.map(({ name }) => name).join(', ')}, judged apart`] : []),
    ...named(
      'Asked',
      ballot.items.map((item, at) => `${at + 1}. ${askedText(item)}`),
    ),
    { name: 'Served', lines: servedText(tasting) },
    {
      name: 'To prepare',
      lines: [
        `${counted(list.pieces, halves ? 'raw piece' : 'piece')}, ${(list.grams / 1000).toFixed(2)} kg raw${cost}; portions of ${masses.portionGrams} g.`,
      ],
    },
    { name: 'Test', lines: [`${TEST_FACTS[tasting.test].name}, level ${tasting.alpha}`] },
    { name: 'Sized for', lines: [sizedForText(tasting)] },
  ];
}

const lockFacts = (plan: Plan, tasting: Tasting): { name: string; lines: string[] }[] => [
  { name: 'Analysis', lines: [analysisText(plan, tasting), ...(isAskedByPart(plan) ? partsText(tasting) : [])] },
  { name: 'Locked', lines: [`${plan.lockedAt.replace('T', ' ').slice(0, 19)} UTC, drawn by ${plan.engine}`] },
  { name: 'Fingerprint', lines: [plan.fingerprint] },
];

/** The analyses of bites are about methods only where pieces are taken to be alike. */
function analysisText({ analysis }: Plan, tasting: Tasting): string {
  const { ofMethods, alike } = claimOf({ analysis }, tasting);
  if (alike) return `${ANALYSIS_FACTS[analysis].name}; about the methods, if pieces cooked alike taste alike`;
  return ofMethods
    ? ANALYSIS_FACTS[analysis].name
    : `${ANALYSIS_FACTS[analysis].name}; about the pieces that are eaten`;
}

export function decisionText(decision: Decision, test: Tasting['test']): string {
  const name = DECISION_NAMES[decision.kind];
  switch (decision.kind) {
    case 'more-of':
      return `${name}: ${decision.attribute}`;
    case 'good-enough': {
      const points = counted(decision.margin, 'point');
      return `${name}: a loss of less than ${points}${inWords(decision)}`;
    }
    case 'similar':
      return test === 'equivalence'
        ? `${name}: liked alike to less than ${counted(decision.margin, 'point')}${inWords(decision)}`
        : `${name}: fewer than ${inPercent(decision.mostTellers)} of people can tell them apart${inWords(decision)}`;
    default:
      return name;
  }
}

const inWords = ({ marginWords }: Decision): string => (marginWords ? `, so that ${marginWords}` : '');

/** The tasting that another goes on from. */
export const followsLines = ({ follows }: Pick<Tasting, 'follows'>): string[] =>
  follows ? [`${follows.title}, fingerprint ${follows.fingerprint.slice(0, 12)}…`] : [];

/** Who gets which code when, sitting by sitting. */
function orders(tasting: Tasting, plan: Plan): Block[] {
  const names = new Map(tasting.panel.map(({ id, name }) => [id, name]));
  const zones = new Map(tasting.zones.map(({ id, name }) => [id, name]));
  const portions = plannedPortions({ tasting, plan });
  return [...new Set(portions.map(({ sitting }) => sitting))].map((sitting): Block => {
    const own = portions.filter((portion) => portion.sitting === sitting);
    const rows = [...new Set(own.map(({ panelist }) => panelist))].map((panelist) => {
      const served = own.filter((portion) => portion.panelist === panelist);
      const [{ flight, seat }] = served;
      return [String(flight), String(seat), names.get(panelist) ?? panelist, codesInOrder(served, zones)];
    });
    return {
      kind: 'table',
      above: tasting.service.sittings > 1 ? `Serving orders, sitting ${sitting}` : 'Serving orders',
      columns: [
        { name: 'Flight' },
        { name: 'Seat' },
        { name: 'Panelist' },
        { name: 'Codes in order', isCode: true, isWide: true },
      ],
      rows,
    };
  });
}

/** "(warm-up 482) 907 615 | Belly 234 759". */
function codesInOrder(served: readonly PlannedPortion[], zones: ReadonlyMap<string, string>): string {
  const warm = served.filter(({ warmUp }) => warmUp).map(({ code }) => `(warm-up ${code})`);
  const sets = [...new Set(served.filter(({ warmUp }) => !warmUp).map(({ set }) => set))].map((set) => {
    const own = served.filter((portion) => portion.set === set);
    return [zones.get(own[0].zone ?? '') ?? '', ...own.map(({ code }) => code)].filter(Boolean).join(' ');
  });
  return [...warm, sets.join(' | ')].join(' ');
}
