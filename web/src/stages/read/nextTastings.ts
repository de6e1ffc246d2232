import { MOST_PANELISTS } from '@jacana/core/bundle';
import { measuredSpreads, sectionOf, type Findings, type Spreads } from '@jacana/core/findings';
import { guideFor, madeOf, usualBallot } from '@jacana/core/library';
import type { DraftInput } from '../../client/api.generated';
import { withEnding } from '../../drafting/shortText';

/** A tasting that may come next, ready to be begun. */
export interface NextTasting {
  /** What the button says. */
  label: string;
  draft: DraftInput;
}

/** Tests that ask which is liked. */
const LIKED: readonly string[] = ['ranking', 'liking', 'best-worst'];

/**
 * What can be begun with one tap: a final among those that lead, a challenge to the one that won, a larger tasting of
 * two that are too close, the question of liking after a difference was found; and always the same once more. Each goes
 * on from this tasting.
 *
 * @param draft this tasting, whose people, constants and serving are kept
 */
export function nextTastings(found: Findings, draft: DraftInput): NextTasting[] {
  const goesOn = (title: string, change: Partial<DraftInput>): DraftInput => ({
    ...draft,
    ...change,
    title: withEnding(draft.title, `: ${title}`),
    assumed: { ...draft.assumed, ...measuredIn(found, draft) },
    follows: { title: draft.title, fingerprint: found.fingerprint.stated },
  });
  return [...suggested(found, draft, goesOn), sameAgain(draft, goesOn)];
}

/** How much tastes, impressions and pieces differ, as it was measured here; null where liking was not asked. */
export const measuredIn = (found: Findings, { assumed }: Pick<DraftInput, 'assumed'>): Spreads | null =>
  measuredSpreads(sectionOf(found, 'liking') ?? sectionOf(found, 'scores')?.liking ?? null, assumed);

/** Whether it was the method and not the day takes the same tasting with pieces from elsewhere. */
const sameAgain = (draft: DraftInput, goesOn: GoesOn): NextTasting => ({
  label: 'Begin the same again, from another lot',
  draft: goesOn('again, from another lot', { lots: draft.lots.map((lot) => ({ ...lot, name: '' })) }),
});

function suggested(found: Findings, draft: DraftInput, goesOn: GoesOn): NextTasting[] {
  const { kind, leaders } = found.verdict;
  if (kind === 'leading-set' && LIKED.includes(found.test))
    return [
      { label: `Begin a final with these ${leaders.length} methods`, draft: goesOn('final', among(draft, leaders)) },
    ];
  if (kind === 'winner' && LIKED.includes(found.test)) return challenge(found, draft, goesOn);
  if (kind === 'told-apart' && found.methods.length === 2)
    return [
      { label: 'Ask which of the two is liked better', draft: goesOn('which is liked better', preference(draft)) },
    ];
  return kind === 'no-answer' ? larger(found, draft, goesOn) : [];
}

type GoesOn = (title: string, change: Partial<DraftInput>) => DraftInput;

/** The one that won is the reference, beside itself with one thing changed: what is most worth trying, where something is. */
function challenge(found: Findings, draft: DraftInput, goesOn: GoesOn): NextTasting[] {
  const [winner] = found.verdict.leaders;
  const best = draft.methods.find(({ id }) => id === winner);
  if (!best) return [];
  const change = sectionOf(found, 'next')?.factor?.change ?? 'one thing changed';
  const changed = {
    ...best,
    id: `${winner}-changed`.slice(0, 64),
    name: withEnding(best.name, `, ${change}`),
    reference: false,
  };
  const methods = [{ ...best, reference: true }, changed];
  return [
    {
      label: `Begin a challenge to ${best.name}`,
      draft: goesOn('challenge', {
        ...among(draft, [winner]),
        methods,
        ingredients: madeOf(draft.ingredients, [winner]),
      }),
    },
  ];
}

/** Those methods alone, with all that belongs to them, at one sitting as far as a mouth manages them. */
function among(draft: DraftInput, ids: readonly string[]): Partial<DraftInput> {
  const methods = draft.methods.filter(({ id }) => ids.includes(id));
  return {
    methods,
    bundled: draft.bundled.filter(({ method }) => ids.includes(method)),
    ingredients: madeOf(draft.ingredients, [...ids]),
    service: {
      ...draft.service,
      sittings: 1,
      together: Math.max(2, Math.min(methods.length, guideFor(draft.product).mostSamples)),
    },
  };
}

function preference(draft: DraftInput): Partial<DraftInput> {
  return {
    test: 'paired-preference',
    decision: { ...draft.decision, kind: 'liked-best' },
    ballot: { items: usualBallot('paired-preference', '') },
  };
}

/** As large as it was calculated that it takes, of the first two alone. */
function larger(found: Findings, draft: DraftInput, goesOn: GoesOn): NextTasting[] {
  const next = sectionOf(found, 'next');
  const size = next?.panel ?? next?.pieces ?? null;
  if (!next?.pair || size === null) return [];
  const change = among(draft, next.pair);
  const nameOf = (id: string): string => draft.methods.find((method) => method.id === id)?.name ?? '';
  const what = next.pieces === null ? `${size} people` : `${size} pieces of each`;
  return [
    {
      label: `Begin ${nameOf(next.pair[0])} against ${nameOf(next.pair[1])}, with ${what}`,
      draft: goesOn(
        'the first two',
        next.pieces === null
          ? { ...change, panel: atLeast(draft.panel, size) }
          : { ...change, piecesPerMethod: next.pieces },
      ),
    },
  ];
}

/** The same people, and seats for as many more as it takes. */
function atLeast(panel: DraftInput['panel'], size: number): DraftInput['panel'] {
  const more = Math.max(0, Math.min(MOST_PANELISTS, size) - panel.length);
  return [
    ...panel,
    ...Array.from({ length: more }, (_, at) => {
      const seat = panel.length + at + 1;
      return { id: `seat-${seat}-more`, name: `Panelist ${seat}` };
    }),
  ];
}
