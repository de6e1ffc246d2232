import { readingOf } from '../../src/answers';
import { wholeAnswer } from '../../src/findings/wholeAnswer';
import { simulatedBundle, type Wanted } from '../support/bundles';
import { tries } from '../support/thorough';

/**
 * How often a headline made of the whole and of its parts claims something of methods that do not differ. A few tastings
 * here, that would notice a level gone far astray; hundreds with THOROUGH=10.
 */
const zones = ['Loin', 'Belly'].map((name) => ({ id: name.toLowerCase(), name }));
const lots = ['A', 'B', 'C'].map((name) => ({ id: name, name }));
const world = { noise: 1, disagreement: 1, pieceSpread: 0.5 };

const CASES: readonly [string, Wanted['tasting'], number, number][] = [
  ['two zones', { zones }, 4, 12],
  ['three lots', { lots }, 6, 40],
  ['zones and lots', { zones, lots }, 6, 8],
];

it.each(CASES)('of %s claims no more than 6 times in 100', (_name, tasting, pieces, usual) => {
  const times = tries(usual);
  let [claims, wrongBest] = [0, 0];
  for (let at = 0; at < times; at++) {
    const bundle = simulatedBundle({
      ...{ methods: 4, panelists: 24, pieces, truth: [6, 6, 6, 6], world, tasting },
      seed: `whole-${at}`,
    });
    const { kind, about, split } = wholeAnswer(readingOf(bundle, bundle.key!));
    const isClaim = kind !== 'no-answer' && kind !== 'cannot-say' && about === 'methods';
    const names = (split?.parts ?? []).some((part) => part.kind === 'winner' && part.about === 'methods');
    claims += Number(isClaim);
    wrongBest += Number(isClaim && (kind === 'winner' || names));
  }
  const most = (level: number): number => level + 3 * Math.sqrt((level * (1 - level)) / times);
  expect(claims / times).toBeLessThanOrEqual(most(0.06));
  expect(wrongBest / times).toBeLessThanOrEqual(most(0.03));
});
