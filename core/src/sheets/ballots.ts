import { answerKindOf, choicesOf, hasPart, scaleOf, scopeOf } from '../questions';
import type { BallotItem } from '../tasting';
import type { TrayRow } from './day';
import type { Block, Sheet } from './sheet';

/** The ballots on paper: one for each seat, its codes in the order of serving. No method, and no piece. */
export function ballotSheet<Tray extends TrayRow>(
  title: string,
  trays: readonly Tray[],
  { itemsOf, sitting }: { itemsOf: (tray: Tray) => readonly BallotItem[]; sitting: { now: number; of: number } },
): Sheet {
  const inTurn = [...trays].sort((a, b) => a.flight - b.flight || a.seat - b.seat);
  return {
    name: 'Ballot',
    title,
    blocks: inTurn.flatMap((tray, at): Block[] => [
      ...(at > 0 ? [{ kind: 'new-page' as const }] : []),
      { kind: 'personal', name: nameOf(tray, sitting), blocks: ballotOf(tray, itemsOf(tray)) },
    ]),
  };
}

const nameOf = ({ seat, name }: TrayRow, { now, of }: { now: number; of: number }): string =>
  `Seat ${seat}${name && name !== `Seat ${seat}` ? ` · ${name}` : ''}${of > 1 ? `, sitting ${now}` : ''}`;

function ballotOf({ codes, warmUp, sets }: TrayRow, items: readonly BallotItem[]): Block[] {
  const warm = warmUp ? `Taste ${codes[0]} first: it gets your mouth ready, and nothing is asked about it. ` : '';
  const zone = (set: { zone: string }, at: number): string =>
    set.zone || (sets.length > 1 ? `Set ${at + 1} of ${sets.length}` : '');
  return [
    {
      kind: 'text',
      text: `${warm}Taste from left to right. Look at the code before you write. Cross out the code of a sample that you do not taste. You may stop at any time.`,
      look: 'quiet',
    },
    ...sets.flatMap((set, at): Block[] => [
      ...(zone(set, at) ? [{ kind: 'heading' as const, text: zone(set, at) }] : []),
      ...items.filter((item) => scopeOf(item) === 'sample').map((item) => ofSamples(item, set.codes)),
      ...items.filter((item) => scopeOf(item) === 'set').map((item) => ofSet(item, set.codes)),
    ]),
    ...items
      .filter((item) => scopeOf(item) === 'ballot')
      .map((item): Block => ({ kind: 'question', ask: item.ask, hint: '', answer: { as: 'lines', count: 4 } })),
  ];
}

const meaning = ({ attribute, definition }: BallotItem): string =>
  [attribute && `“${attribute}”`, definition].filter(Boolean).join(': ');

/** One row for each sample, or for each word that may be ticked. */
function ofSamples(item: BallotItem, codes: readonly string[]): Block {
  const { ask, options, low, high } = item;
  const hint = meaning(item);
  if (answerKindOf(item) === 'words')
    return {
      ...{ kind: 'question', ask, hint: 'Tick all that fit.' },
      answer: { as: 'boxes', columns: [...codes], rows: options.map(({ text }) => text), isCode: 'columns' },
    };
  const { steps } = scaleOf(item);
  if (!steps)
    return {
      ...{ kind: 'question', ask, hint: [hint, 'Cross each line where it fits.'].filter(Boolean).join('. ') },
      answer: { as: 'scales', rows: [...codes], low: low || 'none', high: high || 'very strong' },
    };
  return {
    ...{ kind: 'question', ask, hint },
    // Liking has its numbers, which are typed in; a category's are its weights, which panelists do not read.
    answer: {
      as: 'boxes',
      columns: steps.map(({ text, number }) => (item.kind === 'liking' ? `${number} ${text}` : text)),
      rows: [...codes],
      isCode: 'rows',
    },
  };
}

/** Samples side by side: which is chosen, or in which order they come. */
function ofSet(item: BallotItem, codes: readonly string[]): Block {
  const { ask, ties, low, high } = item;
  const hint = meaning(item);
  switch (answerKindOf(item)) {
    case 'ranking':
      return {
        ...{ kind: 'question', ask },
        hint: [
          hint,
          `Write one code in each box, from ${high || 'most'} to ${low || 'least'}.`,
          ties ? 'Codes that share a place may stand in one box.' : '',
        ]
          .filter(Boolean)
          .join(' '),
        answer: { as: 'blanks', names: codes.map((_, at) => String(at + 1)) },
      };
    case 'best-worst':
      return {
        ...{ kind: 'question', ask, hint: 'Write one code in each box.' },
        answer: { as: 'blanks', names: ['Best', 'Worst'] },
      };
    default:
      return ofChoice(item, codes, hint);
  }
}

function ofChoice(item: BallotItem, codes: readonly string[], hint: string): Block {
  const { offered, choose } = choicesOf(item, codes);
  const none = item.kind === 'paired-preference' && item.ties ? ['no preference'] : [];
  const first = offered.length > 0 && offered[0] === codes[1] ? `${codes[0]} is the reference. ` : '';
  const many = choose === 2 ? 'Tick two.' : 'Tick one.';
  const guess = item.kind === 'paired-preference' ? '' : ' You have to choose: guess if you are not sure.';
  return {
    ...{ kind: 'question', ask: item.ask, hint: [hint, `${first}${many}${guess}`].filter(Boolean).join(' ') },
    answer: {
      as: 'boxes',
      columns: [...offered.map((one) => WORDS[one] ?? one), ...none],
      rows: [hasPart(item, 'word') ? item.attribute || 'more' : 'answer'],
      isCode: 'columns',
    },
  };
}

const WORDS: Readonly<Record<string, string>> = { a: 'A', 'not-a': 'not A' };
