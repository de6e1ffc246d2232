import { cautionsFor, chainOf, stepText, type Locale } from '../kitchen';
import { ingredientsOf } from '../library';
import type { Block, Sheet, Tray } from '../presentation';
import { rawNumbers } from '../served';
import type { Piece, Tasting } from '../tasting';
import { constantsTable } from './plan';
import { shortCode } from './shortCode';

/** The kitchen's list: which tag is cooked how, from which lot or raw piece. No code and no panelist. */
export function kitchenSheet(tasting: Tasting, pieces: readonly Piece[], locale: Locale = 'us'): Sheet {
  const lots = new Map(tasting.lots.map(({ id, name }) => [id, name]));
  const { halves, constants, bundled, ingredients } = tasting;
  const raw = rawNumbers(pieces, halves);
  const columns = [
    { name: 'Tag', isCode: true },
    { name: 'Raw piece', isCode: true },
    ...(lots.size > 0 ? [{ name: 'Lot' }] : []),
    { name: 'Done', isWide: true },
  ];
  const blocks = tasting.methods.flatMap(({ id, name, note, steps, chain, equipment, reference }): Block[] => {
    const own = pieces.filter((piece) => piece.method === id).sort((a, b) => a.block - b.block);
    const lines = [
      note,
      equipment && `Equipment: ${equipment}`,
      ...chainOf({ steps, chain }).map((step) => stepText(step)),
    ].filter(Boolean);
    const made = ingredientsOf(ingredients, id);
    const extra = [
      ...bundled.filter((one) => one.method === id).map(({ text }) => `Comes with it: ${text}`),
      ...(made.length > 0 ? [`Made of: ${made.join(', ')}`] : []),
    ];
    return [
      { kind: 'heading', text: reference ? `${name} (reference)` : name },
      ...[...lines, ...extra].map((text): Block => ({ kind: 'text', text, look: 'quiet' })),
      {
        kind: 'table',
        above: '',
        columns,
        rows: own.map(({ tag, lot }) => [
          tag,
          String(raw.get(tag) ?? ''),
          ...(lots.size > 0 ? [lots.get(lot ?? '') ?? ''] : []),
          '',
        ]),
      },
    ];
  });
  return {
    name: 'Kitchen list',
    title: tasting.title,
    blocks: [
      { kind: 'text', text: numberingText(tasting, pieces.length), look: 'plain' },
      ...alikeBlocks(tasting),
      ...blocks,
      ...(constants.length > 0 ? [constantsTable(tasting)] : []),
      ...cautionBlocks(tasting, locale),
    ],
  };
}

/** What is done before anyone looks at the list, so that nobody chooses which piece is cooked how. */
function numberingText({ halves, lots, piecesPerMethod }: Tasting, pieces: number): string {
  const byLot = lots.length > 0 ? ', lot by lot,' : '';
  return halves
    ? `Number the raw pieces from 1 to ${piecesPerMethod}${byLot} before you read on; cut each into as many parts as there are methods, and give every part its tag.`
    : `Number the raw pieces from 1 to ${pieces}${byLot} before you read on. This list says which tag each of them gets: it was drawn, and is not to be chosen.`;
}

/** What to mind with these chains, and whose rule it is. */
function cautionBlocks({ product, methods }: Tasting, locale: Locale): Block[] {
  const cooked = methods.map(({ name, steps, chain }) => ({ method: name, chain: chainOf({ steps, chain }) }));
  const facts = cautionsFor(product, cooked, locale).map(({ text, source, methods: touched }) => ({
    name: touched.join(', '),
    lines: [text, source ?? 'Common practice'],
  }));
  return facts.length > 0
    ? [
        { kind: 'heading', text: 'To mind' },
        { kind: 'facts', facts },
        { kind: 'text', text: 'Local codes and licensed practice come first.', look: 'quiet' },
      ]
    : [];
}

/** What the kitchen has to see to, where the answer rests on it. */
const alikeBlocks = ({ takenAlike }: Tasting): Block[] =>
  takenAlike
    ? [
        {
          kind: 'text',
          text: `The plan takes pieces cooked alike to taste alike: ${takenAlike}. See to it.`,
          look: 'plain',
        },
      ]
    : [];

/** What whoever portions reads: which piece is cut for which code. */
export interface PortionRow {
  sitting: number;
  tag: string;
  zone: string;
  code: string;
  seats: readonly number[];
  flight: number;
  /** Cut once more, for what was spoilt or asked for again. */
  isAgain: boolean;
  /** Whether its piece was let through at the gate. */
  isLetThrough: boolean;
}

/** Which piece goes under which code, and which seats get it. No method. */
export function portioningSheet(title: string, portions: readonly PortionRow[]): Sheet {
  const hasZones = portions.some(({ zone }) => zone !== '');
  const sittings = [...new Set(portions.map(({ sitting }) => sitting))];
  const flights = new Set(portions.map(({ flight }) => flight));
  const occasions = [...new Set(portions.map(({ sitting, flight }) => `${sitting} ${flight}`))].map((occasion) => {
    const [sitting, flight] = occasion.split(' ').map(Number);
    return { sitting, flight };
  });
  occasions.sort((a, b) => a.sitting - b.sitting || a.flight - b.flight);
  const columns = [
    { name: 'Piece', isCode: true },
    ...(hasZones ? [{ name: 'Zone' }] : []),
    { name: 'Code', isCode: true },
    { name: 'Portions' },
    { name: 'For seats', isWide: true },
  ];
  const blocks = occasions.flatMap(({ sitting, flight }, at): Block[] => [
    ...(at > 0 ? [{ kind: 'new-page' as const }] : []),
    {
      kind: 'table',
      above: [sittings.length > 1 ? `Sitting ${sitting}` : '', flights.size > 1 ? `Flight ${flight}` : '']
        .filter(Boolean)
        .join(', '),
      columns,
      rows: portions
        .filter((portion) => portion.sitting === sitting && portion.flight === flight)
        .map(({ tag, zone, code, seats, isAgain, isLetThrough }) => [
          isLetThrough ? tag : `${tag} (not yet)`,
          ...(hasZones ? [zone || 'any'] : []),
          code,
          isAgain ? `${seats.length} once more` : String(seats.length),
          seats.join(', '),
        ]),
    },
  ]);
  return {
    name: 'Portioning sheet',
    title,
    blocks: [
      { kind: 'text', text: 'Cut each tagged piece into portions and put this code on each of them.', look: 'quiet' },
      ...undecidedBlocks(portions),
      ...blocks,
    ],
  };
}

/** Pieces that nobody has decided on yet, once each; nothing is cut from them before. */
export const undecidedPieces = (portions: readonly Pick<PortionRow, 'tag' | 'isLetThrough'>[]): string[] =>
  [...new Set(portions.flatMap(({ tag, isLetThrough }) => (isLetThrough || tag === '' ? [] : [tag])))].sort();

const undecidedBlocks = (portions: readonly PortionRow[]): Block[] => {
  const tags = undecidedPieces(portions);
  return tags.length > 0
    ? [
        {
          kind: 'text',
          text: `As this was printed nobody had decided at the gate on ${tags.join(', ')}. Do not cut these before the kitchen says so.`,
          look: 'plain',
        },
      ]
    : [];
};

/** A seat's tray, as whoever carries it knows it. */
export interface TrayRow {
  seat: number;
  name: string;
  flight: number;
  codes: readonly string[];
  warmUp: boolean;
  sets: readonly { codes: readonly string[]; zone: string }[];
}

/** What each seat gets, flight by flight, each flight on pages of its own. No method. */
export function traySheet(title: string, trays: readonly TrayRow[], sitting: { now: number; of: number }): Sheet {
  const flights = [...new Set(trays.map(({ flight }) => flight))].sort((a, b) => a - b);
  const blocks = flights.flatMap((flight, at): Block[] => {
    const parts = [sitting.of > 1 ? `Sitting ${sitting.now}` : '', flights.length > 1 ? `Flight ${flight}` : ''];
    const own = trays.filter((tray) => tray.flight === flight).sort((a, b) => a.seat - b.seat);
    return [
      ...(at > 0 ? [{ kind: 'new-page' as const }] : []),
      { kind: 'trays', above: parts.filter(Boolean).join(', '), trays: own.map(trayOf) },
    ];
  });
  return {
    name: 'Tray map',
    title,
    blocks: [{ kind: 'text', text: 'Serve each row from left to right.', look: 'quiet' }, ...blocks],
  };
}

const trayOf = ({ seat, name, codes, warmUp, sets }: TrayRow): Tray => ({
  seat: `Seat ${seat}`,
  name,
  rows: [
    ...(warmUp ? [{ name: 'warm-up', codes: codes.slice(0, 1), isWarmUp: true }] : []),
    ...sets.map((set, at) => ({
      name: set.zone || (sets.length > 1 ? `set ${at + 1}` : ''),
      codes: [...set.codes],
      isWarmUp: false,
    })),
  ].map((row) => ({ ...row, codes: [...row.codes] })),
});

/** A card for every panelist, to cut apart: whoever has it can answer in that name. */
export function linksSheet(title: string, links: readonly { seat: number; name: string; address: string }[]): Sheet {
  const isHere = links.some(({ address }) => /^https?:\/\/(localhost|127\.)/.test(address));
  return {
    name: 'Ballot cards',
    title,
    blocks: [
      ...(isHere
        ? [
            {
              kind: 'text' as const,
              text: 'These addresses lead to this machine only: no phone can reach them. Start Jacana with --lan, and print the cards again.',
              look: 'lead' as const,
            },
          ]
        : []),
      { kind: 'text', text: 'Cut apart, and give each to its panelist alone: it answers in that name.', look: 'quiet' },
      {
        kind: 'cards',
        cards: links.map(({ seat, name, address }) => ({
          ...{ name, address },
          lines: [`Seat ${seat}`, 'Without a camera, type at'],
          ...{ typedAt: `${address.split('/b/')[0]}/b`, code: shortCode(address) },
        })),
      },
    ],
  };
}
