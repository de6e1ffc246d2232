import { answerKindOf, choicesOf, hasPart, scaleOf, scopeOf } from '../questions';
import type { BallotItem, Service } from '../tasting';
import { orOwn, type WordKey } from '../words';
import { wordsIn, type PaperWords } from '../words/all';
import type { TrayRow } from './day';
import type { Block, Sheet } from '../presentation';

/** The ballots on paper: one for each seat, its codes in the order of serving. No method, and no piece. */
export function ballotSheet<Tray extends TrayRow>(
  title: string,
  trays: readonly Tray[],
  { itemsOf, sitting, service }: Printed<Tray>,
): Sheet {
  const t = wordsIn(service.language);
  const inTurn = [...trays].sort((a, b) => a.flight - b.flight || a.seat - b.seat);
  return {
    name: t('paper-ballot'),
    title,
    blocks: inTurn.flatMap((tray, at): Block[] => [
      ...(at > 0 ? [{ kind: 'new-page' as const }] : []),
      { kind: 'personal', name: nameOf(tray, sitting, t), blocks: ballotOf(tray, itemsOf(tray), { t, service }) },
    ]),
  };
}

interface Printed<Tray> {
  /** The questions as the panelist of a tray reads them. */
  itemsOf: (tray: Tray) => readonly BallotItem[];
  sitting: { now: number; of: number };
  service: Pick<Service, 'language' | 'pauseAfter' | 'pauseSeconds'>;
}

function nameOf({ seat, name }: TrayRow, { now, of }: { now: number; of: number }, t: PaperWords): string {
  const place = of > 1 ? t('seat-of-sitting', { seat, sitting: now, sittings: of }) : t('seat', { seat });
  return `${place}${name && name !== `Seat ${seat}` ? ` · ${name}` : ''}`;
}

function ballotOf(
  { codes, warmUp, sets }: TrayRow,
  items: readonly BallotItem[],
  { t, service }: { t: PaperWords; service: Printed<TrayRow>['service'] },
): Block[] {
  const { pauseAfter, pauseSeconds } = service;
  const zone = (set: { zone: string }, at: number): string =>
    set.zone || (sets.length > 1 ? t('at-set', { number: at + 1, count: sets.length }) : '');
  return [
    {
      kind: 'text',
      text: [
        warmUp && t('paper-first', { code: codes[0] }),
        t('paper-how'),
        pauseAfter > 0 && t('paper-pause', { count: pauseAfter, time: lengthText(pauseSeconds) }),
      ]
        .filter(Boolean)
        .join(' '),
      look: 'quiet',
    },
    ...sets.flatMap((set, at): Block[] => [
      ...(zone(set, at) ? [{ kind: 'heading' as const, text: zone(set, at) }] : []),
      ...items.filter((item) => scopeOf(item) === 'sample').map((item) => ofSamples(item, set.codes, t)),
      ...items.filter((item) => scopeOf(item) === 'set').map((item) => ofSet(item, set.codes, t)),
    ]),
    ...items
      .filter((item) => scopeOf(item) === 'ballot')
      .map((item): Block => ({ kind: 'question', ask: item.ask, hint: '', answer: { as: 'lines', count: 4 } })),
  ];
}

const meaning = ({ attribute, definition }: BallotItem): string =>
  [attribute && `“${attribute}”`, definition].filter(Boolean).join(': ');

/** One row for each sample, or for each word that may be ticked. */
function ofSamples(item: BallotItem, codes: readonly string[], t: PaperWords): Block {
  const { ask, options, low, high } = item;
  const hint = meaning(item);
  if (answerKindOf(item) === 'words')
    return {
      ...{ kind: 'question', ask, hint: t('paper-tick-all') },
      answer: { as: 'boxes', columns: [...codes], rows: options.map(({ text }) => text), isCode: 'columns' },
    };
  const { steps } = scaleOf(item);
  if (!steps)
    return {
      ...{ kind: 'question', ask, hint: [hint, t('paper-cross-line')].filter(Boolean).join('. ') },
      answer: { as: 'scales', rows: [...codes], low: low || t('paper-none'), high: high || t('paper-very') },
    };
  // Liking has its numbers, which are typed in; a category's are its weights, which panelists do not read.
  const words = steps.map((step) => stepText(item, step, t));
  return {
    ...{ kind: 'question', ask, hint },
    answer: isTooWide(words)
      ? { as: 'boxes', columns: [...codes], rows: words, isCode: 'columns' }
      : { as: 'boxes', columns: words, rows: [...codes], isCode: 'rows' },
  };
}

/** Letters of the longest word, over all columns, that an A4 page has room for. */
const MOST_LETTERS = 90;

/** Long words in many columns run over the edge of the page: they stand as rows then. */
const isTooWide = (words: readonly string[]): boolean =>
  words.length * Math.max(...words.flatMap((text) => text.split(/[\s-]+/)).map(({ length }) => length)) > MOST_LETTERS;

/** Samples side by side: which is chosen, or in which order they come. */
function ofSet(item: BallotItem, codes: readonly string[], t: PaperWords): Block {
  const { ask, ties, low, high } = item;
  const hint = meaning(item);
  switch (answerKindOf(item)) {
    case 'ranking':
      return {
        ...{ kind: 'question', ask },
        hint: [
          hint,
          t('paper-order', {
            high: endText(high, 'most-liked', t) || t('paper-most'),
            low: endText(low, 'least-liked', t) || t('paper-least'),
          }),
          ties ? t('paper-share') : '',
        ]
          .filter(Boolean)
          .join(' '),
        answer: { as: 'blanks', names: codes.map((_, at) => String(at + 1)) },
      };
    case 'best-worst':
      return {
        ...{ kind: 'question', ask, hint: t('paper-one-each') },
        answer: { as: 'blanks', names: [t('paper-best'), t('paper-worst')] },
      };
    default:
      return ofChoice(item, codes, { hint, t });
  }
}

function ofChoice(item: BallotItem, codes: readonly string[], { hint, t }: { hint: string; t: PaperWords }): Block {
  const { offered, choose } = choicesOf(item, codes);
  const none = item.kind === 'paired-preference' && item.ties ? [t('no-preference')] : [];
  const hints = [
    hint,
    offered.length > 0 && offered[0] === codes[1] && t('paper-reference', { code: codes[0] }),
    t(choose === 2 ? 'paper-two' : 'paper-one'),
    item.kind !== 'paired-preference' && t('must-choose'),
  ];
  return {
    ...{ kind: 'question', ask: item.ask, hint: hints.filter(Boolean).join(' ') },
    answer: {
      as: 'boxes',
      columns: [...offered.map((one) => (one in ANSWERS ? t(ANSWERS[one as keyof typeof ANSWERS]) : one)), ...none],
      rows: [hasPart(item, 'word') ? item.attribute || t('paper-more') : t('paper-answer')],
      isCode: 'columns',
    },
  };
}

/** Answers that are words; all others are codes. */
const ANSWERS = { a: 'paper-a', 'not-a': 'paper-not-a', same: 'paper-same', different: 'paper-different' } as const;

type Step = NonNullable<ReturnType<typeof scaleOf>['steps']>[number];

/** A step as it is printed: liking with its number, and Jacana's own words in the ballot's language. */
function stepText(item: BallotItem, { text, number, score }: Step, t: PaperWords): string {
  if (item.kind === 'liking') return `${number} ${t(`liking-${score}` as WordKey)}`;
  return item.kind === 'just-right' ? ownOr(text, `right-${score}` as WordKey, t) : text;
}

/** What a coordinator wrote stays as it is. */
const ownOr = (text: string, key: WordKey, t: PaperWords): string => (text === wordsIn('en')(key) ? t(key) : text);

const endText = (typed: string, own: 'most-liked' | 'least-liked', t: PaperWords): string =>
  typed === '' ? '' : orOwn(typed, own, t);

/** "90 s", "3 min". */
const lengthText = (seconds: number): string => (seconds % 60 === 0 ? `${seconds / 60} min` : `${seconds} s`);
