import type { Reading } from '../answers';
import { answerKindOf, type BallotItem } from '../bundle';
import { MIXED, MIXED_SOURCE, profileChart, scalesAnswer, type Profiled } from '../planned';
import { explored, factOf, nameIn, type SectionRecord } from '../presentation';
import type { About } from '../verdict';
import { isAnalysed } from './collected';

/** Scales that were asked beside what was planned: read together, as a profile is. */
export interface ScalesFinding {
  profile: Profiled;
  about: About;
  sentence: string;
  support: string;
  /** Ids of the questions that this reads, and each as it was asked, in the order of the rows. */
  items: string[];
  asks: string[];
}

/**
 * Every scale that no other section reads (lines, categories, liking besides), in one table: adjusted together by the
 * false discovery rate, of methods where the plan tests methods by their pieces, else of these pieces.
 *
 * @returns null where none was asked, or too few answered for means
 */
export function scalesFinding(reading: Reading): ScalesFinding | null {
  const { bundle } = reading;
  const { items } = bundle.tasting.ballot;
  const asked = named(
    items.filter((item) => answerKindOf(item) === 'score' && item.kind !== 'just-right' && !isAnalysed(bundle, item)),
  );
  if (asked.length === 0) return null;
  const { planned, about, sentence, support } = scalesAnswer(reading, asked);
  const read = new Set(planned.rows.filter(({ means }) => means.length > 0).map(({ attribute }) => attribute));
  if (read.size === 0) return null;
  const shown = asked.filter(({ attribute }) => read.has(attribute));
  return {
    profile: { ...planned, rows: planned.rows.filter(({ attribute }) => read.has(attribute)) },
    ...{ about, sentence, support },
    items: shown.map(({ id }) => id),
    asks: shown.map(({ ask }) => ask),
  };
}

/** Under a name that no other has: two scales may ask about one word. */
function named(items: readonly BallotItem[]): BallotItem[] {
  const taken = new Set<string>();
  return items.map((item) => {
    const base = item.attribute || item.ask;
    let name = base;
    for (let number = 2; taken.has(name); number++) name = `${base} ${number}`;
    taken.add(name);
    return { ...item, attribute: name };
  });
}

/** A line for each scale: means by method, and p. */
export const scalesLines = (
  { sentence, support, asks, profile: { rows, methodTests } }: ScalesFinding,
  nameOf: (id: string) => string,
): string[] => [
  [sentence, support].filter(Boolean).join(' '),
  ...rows.map(({ attribute, means, adjustedP }, at) => {
    const said = means.map(({ level, mean }) => `${nameOf(level)} ${mean?.toFixed(2) ?? 'none'}`).join(', ');
    const ofMethods = methodTests?.find((test) => test.attribute === attribute)?.adjustedP ?? null;
    const ps = [
      adjustedP === null ? '' : `p = ${adjustedP.toPrecision(2)} of these pieces`,
      ofMethods === null ? '' : `p = ${ofMethods.toPrecision(2)} of the methods`,
    ].filter(Boolean);
    const about = asks[at] === attribute ? attribute : `${attribute} (${asks[at]})`;
    return `${about}: ${said}${ps.length > 0 ? `; ${ps.join(', ')}, for as many words` : ''}`;
  }),
];

export const scalesSection: SectionRecord<ScalesFinding> = {
  why: {
    how: `Each scale by itself: ${MIXED} p are adjusted over all of them by the false discovery rate.`,
    source: `${MIXED_SOURCE}; Benjamini & Hochberg 1995, JRSS B 57, 289-300`,
  },
  lines: (scales, told) => explored('scales besides', scalesLines(scales, nameIn(told))),
  blocks: (scales, told) => [factOf('Scales besides', scalesLines(scales, nameIn(told)))],
  charts: ({ profile, sentence }, told, status) =>
    profileChart(told, profile, { id: 'scales', title: sentence, status }),
};
