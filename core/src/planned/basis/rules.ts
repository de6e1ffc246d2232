import { counted } from '../../format';
import type { Reading } from '../../answers';
import { SMALLEST_PANEL } from '../../design';
import { mainItem, seeksSimilarity } from '../../questions';
import { claimOf } from '../../verdict';
import type { Conclusion, PlannedRules } from './answer';

/** What a locked plan is read by. */
export function rulesOf({ bundle: { tasting, plan }, key, alpha }: Reading): PlannedRules {
  const main = mainItem(tasting);
  return {
    test: tasting.test,
    item: main?.id ?? '',
    ids: tasting.methods.map((method) => method.id),
    names: tasting.methods.map((method) => method.name),
    reference: tasting.methods.findIndex((method) => method.reference),
    attribute: main?.attribute || (tasting.decision.kind === 'more-of' ? tasting.decision.attribute : ''),
    margin: tasting.decision.margin,
    seeksSimilarity: seeksSimilarity(tasting),
    maxDiscriminators: tasting.decision.mostTellers,
    alpha,
    seed: key.seed,
    asymptotic: false,
    ...claimOf(plan, tasting),
  };
}

/** What so few people say is no verdict. */
export const unlessTooFew = <A extends Conclusion & { sentence: string }>(answer: A, panelists: number): A =>
  panelists >= SMALLEST_PANEL
    ? answer
    : {
        ...answer,
        kind: 'cannot-say',
        leaders: [],
        sentence: `${panelists === 0 ? 'Nobody has handed in a ballot' : `${counted(panelists, 'panelist is', 'panelists are')} too few for a verdict`}: at least ${SMALLEST_PANEL} are needed.`,
      };
