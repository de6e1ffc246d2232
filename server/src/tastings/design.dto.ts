import {
  DECISIONS,
  ITEM_KINDS,
  MOST_ITEMS,
  MOST_OPTIONS,
  MOST_PANELISTS,
  MOST_PIECES,
  MOST_REPLICATES,
  MOST_SITTINGS,
  MOST_TOGETHER,
  PRODUCTS,
  TESTS,
  type DecisionKind,
  type ItemKind,
  type Product,
  type Test,
} from '@jacana/core/bundle';
import { ApiProperty } from '@nestjs/swagger';
import { IsIn } from 'class-validator';
import { Choice, Decimal, DraftId, Flag, ListOf, Optional, Part, Text, Whole } from '../fields/fields';

export class EffortInput {
  @Decimal(0, 10_000) handsOnMinutes: number;
  @Decimal(0, 100_000) totalMinutes: number;
  /** Per portion, in the money of the house. */
  @Decimal(0, 100_000) cost: number;
  @Whole(1, 5) mess: number;
  @Whole(1, 5) skill: number;
}

export class MethodInput {
  @DraftId() id: string;
  @Text(200) name: string;
  @Text(2000) note: string;
  /** One step a line. */
  @Text(2000) steps: string;
  @Text(200) equipment: string;
  @Flag() reference: boolean;
  @Optional() @Part(() => EffortInput) effort?: EffortInput;
  /** Share of the mass lost in cooking, where it differs from the tasting's. */
  @Optional() @Decimal(0, 0.9) cookLoss?: number;
}

export class DecisionInput {
  @Choice(DECISIONS, 'DecisionKind') kind: DecisionKind;
  @Text(200) attribute: string;
  /** The largest loss that does not matter, in points of nine. */
  @Decimal(0.05, 4) margin: number;
  @Text(200) marginWords: string;
}

export class ConstantInput {
  @DraftId() id: string;
  @Text(200) name: string;
  @Text(200) target: string;
  @Text(200) tolerance: string;
  @Text(200) check: string;
}

export class BundledInput {
  @DraftId() id: string;
  @DraftId() method: string;
  @Text(200) text: string;
}

export class LotInput {
  @DraftId() id: string;
  @Text(200) name: string;
}

export class ZoneInput {
  @DraftId() id: string;
  @Text(200) name: string;
}

export class OptionInput {
  @Text(200) text: string;
  @Decimal(-1000, 1000) weight: number;
}

export class BallotItemInput {
  @DraftId() id: string;
  @Choice(ITEM_KINDS, 'ItemKind') kind: ItemKind;
  /** The question as panelists read it. */
  @Text(200) ask: string;
  @Text(200) attribute: string;
  @Text(2000) definition: string;
  @Text(200) low: string;
  @Text(200) high: string;
  @ListOf(() => OptionInput, MOST_OPTIONS) options: OptionInput[];
  /** Whether samples may share a place, or no preference be said. */
  @Flag() ties: boolean;
}

export class BallotDesignInput {
  @ListOf(() => BallotItemInput, MOST_ITEMS) items: BallotItemInput[];
}

export class ServiceInput {
  /** Samples put side by side. */
  @Whole(2, MOST_TOGETHER) together: number;
  @Whole(1, MOST_SITTINGS) sittings: number;
  @Whole(1, MOST_REPLICATES) replicates: number;
  @Whole(1, MOST_PANELISTS) seatsPerFlight: number;
  @Flag() warmUp: boolean;
  @Whole(0, 600) rinseSeconds: number;
  @Whole(10, 1800) secondsPerSample: number;
  @Choice(['shared', 'own'], 'CodeSharing') codes: 'shared' | 'own';
}

export class QuantitiesInput {
  @Decimal(0.1, 2000) portionGrams: number;
  /** Raw mass of one piece. */
  @Decimal(0.1, 100_000) pieceGrams: number;
  @Decimal(0.01, 1) usable: number;
  @Decimal(0, 0.9) cookLoss: number;
  @Decimal(0, 2) spare: number;
  @Decimal(0, 100_000) costPerKilogram: number;
}

/** What the plan is sized for, in points of nine and shares. */
export class AssumedInput {
  @Decimal(0, 8) difference: number;
  @Decimal(0, 1) discriminators: number;
  @Decimal(0, 4) disagreement: number;
  @Decimal(0, 4) noise: number;
  @Decimal(0, 4) pieceSpread: number;
  @Decimal(0, 4) firstEdge: number;
  @Decimal(0, 0.9) noShows: number;
}

/** What is to be decided, and how it is asked and served. */
export class DesignInput {
  @Part(() => DecisionInput) decision: DecisionInput;
  @Choice(TESTS, 'Test') test: Test;
  @Choice(PRODUCTS, 'Product') product: Product;
  @ListOf(() => ConstantInput, 40) constants: ConstantInput[];
  @ListOf(() => BundledInput, 120) bundled: BundledInput[];
  @ListOf(() => LotInput, MOST_PIECES) lots: LotInput[];
  @Flag() halves: boolean;
  @ListOf(() => ZoneInput, 4) zones: ZoneInput[];
  @Part(() => BallotDesignInput) ballot: BallotDesignInput;
  @Part(() => ServiceInput) service: ServiceInput;
  @Part(() => QuantitiesInput) quantities: QuantitiesInput;
  @Part(() => AssumedInput) assumed: AssumedInput;
  @Whole(1, MOST_PIECES) piecesPerMethod: number;
  @ApiProperty({ type: Number, enum: [0.01, 0.05, 0.1] })
  @IsIn([0.01, 0.05, 0.1], { message: 'This should be 0.01, 0.05 or 0.1.' })
  alpha: number;
}
