import { ID_LENGTH, LIMITS, MOST_ITEMS } from '@jacana/core/bundle';
import type { Weight, WeightedFinding } from '@jacana/core/findings';
import { ApiProperty } from '@nestjs/swagger';
import { Decimal, ListOf, Text } from '../fields/fields';

export class WeightInput implements Weight {
  @Text(ID_LENGTH, { least: 1 }) item: string;
  @Decimal(LIMITS.item.weight) weight: number;
}

/** How many times each scale counts; those that are not named do not. */
export class WeightsAsked {
  @ListOf(() => WeightInput, MOST_ITEMS) weights: WeightInput[];
}

/** What it holds: `WeightedFinding` in core/src/findings/weighted.ts; null where fewer than two scales count. */
export class WeightedView {
  @ApiProperty({ type: 'object', additionalProperties: true, nullable: true }) found: WeightedFinding | null;
}
