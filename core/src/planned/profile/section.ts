import { decimal, pText } from '../../format';
import { dots, legendOf, type Chart, type Dot, type DotChart } from '../../charts';
import { dash, number, pShort, type Block, type SectionRecord, type SectionContext } from '../../presentation';
import { methodTestText } from '../../verdict';
import { titled } from '../basis/methodTest';
import { MIXED, MIXED_SOURCE } from '../basis/whys';
import type { Profiled } from './profile';

/** All words with their means, and which differ. */
export const profileSection: SectionRecord<Profiled> = {
  why: {
    how: `Each word by itself: ${MIXED} p are adjusted over all words by the false discovery rate.`,
    source: `${MIXED_SOURCE}; Benjamini & Hochberg 1995, JRSS B 57, 289-300`,
  },
  lines: ({ rows, methodTests }) => [
    ...(methodTests ?? []).map(
      ({ attribute, test, adjustedP }) => `${attribute}, adjusted ${dash(adjustedP)}. ${methodTestText(test)}`,
    ),
    ...rows.map(
      ({ attribute, adjustedP }) =>
        `  ${attribute}: ${adjustedP === null ? 'no test' : `adjusted ${pShort(adjustedP)}`}`,
    ),
  ],
  blocks: (profile, context) => [profileTable(context, profile)],
  charts: (profile, context, status) =>
    profileChart(context, profile, { id: 'profile', title: 'Word by word: means', status }),
};

function profileTable(context: SectionContext, { rows, methodTests }: Profiled): Block {
  const ofMethods = (word: string): number | null | undefined =>
    methodTests?.find(({ attribute }) => attribute === word)?.adjustedP;
  return {
    kind: 'table',
    above: titled(context, 'word by word'),
    columns: [
      { name: 'Word', isWide: true },
      ...context.methods.map(({ name }) => number(name)),
      number(methodTests ? 'p, pieces' : 'p, adjusted'),
      ...(methodTests ? [number('p, methods')] : []),
    ],
    rows: rows.map(({ attribute, means, adjustedP }) => [
      attribute,
      ...context.methods.map(({ id }) => decimal(means.find((mean) => mean.level === id)?.mean, 1)),
      pText(adjustedP),
      ...(methodTests ? [pText(ofMethods(attribute))] : []),
    ]),
  };
}

/** Means of every scale, method by method. */
export function profileChart(
  context: SectionContext,
  { rows }: Pick<Profiled, 'rows'>,
  titledAs: Pick<DotChart, 'id' | 'title' | 'status'>,
): Chart[] {
  return dots({
    ...titledAs,
    unit: 'mean, as it was asked',
    rows: rows.map(({ attribute, means, adjustedP }) => ({
      name: attribute,
      dots: context.methods.flatMap(({ id }, place): Dot[] => {
        const at = means.find(({ level }) => level === id)?.mean ?? null;
        return at === null ? [] : [{ place, at, interval: null }];
      }),
      note: adjustedP !== null && adjustedP <= context.alpha ? 'differ' : '',
    })),
    legend: legendOf(context),
  });
}
