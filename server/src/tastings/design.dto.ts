import {
  ALLERGENS,
  CODE_SHARING,
  DECISIONS,
  EQUIPMENT_KINDS,
  HANDS,
  ID_LENGTH,
  ITEM_KINDS,
  LANGUAGES,
  LIMITS,
  LONG_TEXT,
  MOST_BUNDLED,
  MOST_CONSTANTS,
  MOST_DOSES,
  MOST_INGREDIENTS,
  MOST_ITEMS,
  MOST_OPTIONS,
  MOST_PIECES,
  MOST_STEPS,
  MOST_ZONES,
  OWN_ORDERS,
  PRESENTATIONS,
  PRODUCTS,
  SHORT_TEXT,
  SIDES,
  STEP_KINDS,
  TESTS,
  type Allergen,
  type CodeSharing,
  type DecisionKind,
  type EquipmentKind,
  type Hands,
  type ItemKind,
  type Language,
  type OwnOrders,
  type Presentation,
  type Product,
  type Side,
  type StepKind,
  type Test,
} from '@jacana/core/bundle';
import { Choice, Choices, Decimal, DraftId, Flag, ListOf, Optional, Part, Text, Texts, Whole } from '../fields/fields';

export class EffortInput {
  @Decimal(LIMITS.effort.handsOnMinutes) handsOnMinutes: number;
  @Decimal(LIMITS.effort.totalMinutes) totalMinutes: number;
  /** Per portion, in the money of the house. */
  @Decimal(LIMITS.effort.cost) cost: number;
  @Whole(LIMITS.effort.mess) mess: number;
  @Whole(LIMITS.effort.skill) skill: number;
}

/** Minutes of a step, as far as anyone knows them. */
export class StepMinutesInput {
  @Optional() @Decimal(LIMITS.step.minutes) least?: number;
  @Optional() @Decimal(LIMITS.step.minutes) usual?: number;
  @Optional() @Decimal(LIMITS.step.minutes) most?: number;
}

/** What is done again and again in a step. */
export class StepEveryInput {
  @Text(SHORT_TEXT) what: string;
  @Optional() @Whole(LIMITS.step.every) seconds?: number;
  @Optional() @Whole(LIMITS.step.times) times?: number;
}

/** What ends a step, where that is not the clock. */
export class StepUntilInput {
  @Optional() @Decimal(LIMITS.step.celsius) celsius?: number;
  @Text(SHORT_TEXT) where: string;
  @Optional() @Decimal(LIMITS.step.loss) loss?: number;
}

/** How long a piece may wait after a step, and how it is kept meanwhile. */
export class StepWaitInput {
  @Optional() @Decimal(LIMITS.step.minutes) least?: number;
  @Optional() @Decimal(LIMITS.step.minutes) most?: number;
  @Optional() @Decimal(LIMITS.step.celsius) celsius?: number;
  @Optional() @Choice(SIDES, 'Side') side?: Side;
}

export class DoseInput {
  @Text(SHORT_TEXT) name: string;
  /** Grams to a kilogram of the piece. */
  @Decimal(LIMITS.step.perKilogram) perKilogram: number;
  /** Of a curing salt: the share that is nitrite. */
  @Optional() @Decimal(LIMITS.step.active) active?: number;
}

/** One step of a method; what is left out is not known, or does not apply. */
export class StepInput {
  @DraftId() id: string;
  @Choice(STEP_KINDS, 'StepKind') kind: StepKind;
  @Text(SHORT_TEXT) name: string;
  @Part(() => StepMinutesInput) minutes: StepMinutesInput;
  @Optional() @Choice(EQUIPMENT_KINDS, 'EquipmentKind') equipment?: EquipmentKind;
  @Optional() @Decimal(LIMITS.step.celsius) celsius?: number;
  @Text(SHORT_TEXT) setting: string;
  @Choice(HANDS, 'Hands') hands: Hands;
  @Optional() @Part(() => StepEveryInput) every?: StepEveryInput;
  @Optional() @Part(() => StepUntilInput) until?: StepUntilInput;
  @Optional() @Part(() => StepWaitInput) wait?: StepWaitInput;
  @ListOf(() => DoseInput, MOST_DOSES) doses: DoseInput[];
  /** Pieces change places halfway. */
  @Flag() swaps: boolean;
}

export class MethodInput {
  @DraftId() id: string;
  @Text(SHORT_TEXT) name: string;
  @Text(LONG_TEXT) note: string;
  /** One step a line; of plans from before steps had parts. */
  @Text(LONG_TEXT) steps: string;
  @ListOf(() => StepInput, MOST_STEPS) chain: StepInput[];
  @Text(SHORT_TEXT) equipment: string;
  @Flag() reference: boolean;
  @Optional() @Part(() => EffortInput) effort?: EffortInput;
  /** Share of the mass lost in cooking, where it differs from the tasting's. */
  @Optional() @Decimal(LIMITS.method.cookLoss) cookLoss?: number;
}

export class DecisionInput {
  @Choice(DECISIONS, 'DecisionKind') kind: DecisionKind;
  @Text(SHORT_TEXT) attribute: string;
  /** The largest loss that does not matter, in points of nine. */
  @Decimal(LIMITS.decision.margin) margin: number;
  @Text(SHORT_TEXT) marginWords: string;
  /** The share of people who tell two samples apart that would matter. */
  @Decimal(LIMITS.decision.mostTellers) mostTellers: number;
}

export class ConstantInput {
  @DraftId() id: string;
  @Text(SHORT_TEXT) name: string;
  @Text(SHORT_TEXT) target: string;
  @Text(SHORT_TEXT) tolerance: string;
  @Text(SHORT_TEXT) check: string;
}

export class BundledInput {
  @DraftId() id: string;
  @DraftId() method: string;
  @Text(SHORT_TEXT) text: string;
}

/** Something that samples are made of; of all methods where none is named. */
export class IngredientInput {
  @DraftId() id: string;
  @Text(SHORT_TEXT) name: string;
  @Choices(ALLERGENS, 'Allergen') allergens: Allergen[];
  @Texts(60, ID_LENGTH) methods: string[];
}

export class LotInput {
  @DraftId() id: string;
  @Text(SHORT_TEXT) name: string;
}

export class ZoneInput {
  @DraftId() id: string;
  @Text(SHORT_TEXT) name: string;
}

export class OptionInput {
  @Text(SHORT_TEXT) text: string;
  @Decimal(LIMITS.option.weight) weight: number;
}

export class BallotItemInput {
  @DraftId() id: string;
  @Choice(ITEM_KINDS, 'ItemKind') kind: ItemKind;
  /** The question as panelists read it. */
  @Text(SHORT_TEXT) ask: string;
  @Text(SHORT_TEXT) attribute: string;
  @Text(LONG_TEXT) definition: string;
  @Text(SHORT_TEXT) low: string;
  @Text(SHORT_TEXT) high: string;
  @ListOf(() => OptionInput, MOST_OPTIONS) options: OptionInput[];
  /** Whether samples may share a place, or no preference be said. */
  @Flag() ties: boolean;
  /** How many times a scale counts in a total; below 0 the less, the better. */
  @Optional() @Decimal(LIMITS.item.weight) weight?: number;
}

export class BallotDesignInput {
  @ListOf(() => BallotItemInput, MOST_ITEMS) items: BallotItemInput[];
}

export class ServiceInput {
  /** Samples put side by side. */
  @Whole(LIMITS.service.together) together: number;
  @Whole(LIMITS.service.sittings) sittings: number;
  @Whole(LIMITS.service.replicates) replicates: number;
  @Whole(LIMITS.service.seatsPerFlight) seatsPerFlight: number;
  @Flag() warmUp: boolean;
  @Whole(LIMITS.service.rinseSeconds) rinseSeconds: number;
  /** Whether the samples of a set come one after the other, or at once. */
  @Choice(PRESENTATIONS, 'Presentation') presentation: Presentation;
  /** A longer pause after every so many samples; 0 for none. */
  @Whole(LIMITS.service.pauseAfter) pauseAfter: number;
  @Whole(LIMITS.service.pauseSeconds) pauseSeconds: number;
  /** Whether the scales are tried on the warm-up sample. */
  @Flag() practice: boolean;
  /** Whether ballots open their samples once the tray is put down. */
  @Flag() waitsForTray: boolean;
  /** Whether panelists may go back to an earlier sample. */
  @Flag() goingBack: boolean;
  /** Of the ballot's own words. */
  @Choice(LANGUAGES, 'Language') language: Language;
  /** What each panelist reads in an order of their own. */
  @Choice(OWN_ORDERS, 'OwnOrders') ownOrders: OwnOrders;
  @Whole(LIMITS.service.secondsPerSample) secondsPerSample: number;
  @Choice(CODE_SHARING, 'CodeSharing') codes: CodeSharing;
}

export class QuantitiesInput {
  @Decimal(LIMITS.quantities.portionGrams) portionGrams: number;
  /** Raw mass of one piece. */
  @Decimal(LIMITS.quantities.pieceGrams) pieceGrams: number;
  @Decimal(LIMITS.quantities.usable) usable: number;
  @Decimal(LIMITS.quantities.cookLoss) cookLoss: number;
  @Decimal(LIMITS.quantities.spare) spare: number;
  @Decimal(LIMITS.quantities.costPerKilogram) costPerKilogram: number;
}

/** What the plan is sized for, in points of nine and shares. */
export class AssumedInput {
  @Decimal(LIMITS.assumed.difference) difference: number;
  @Decimal(LIMITS.assumed.discriminators) discriminators: number;
  @Decimal(LIMITS.assumed.disagreement) disagreement: number;
  @Decimal(LIMITS.assumed.noise) noise: number;
  @Decimal(LIMITS.assumed.pieceSpread) pieceSpread: number;
  @Decimal(LIMITS.assumed.firstEdge) firstEdge: number;
  @Decimal(LIMITS.assumed.noShows) noShows: number;
}

/** The tasting that this one goes on from. */
export class FollowsInput {
  @Text(SHORT_TEXT) title: string;
  @Text(64, { least: 64, pattern: /^[0-9a-f]{64}$/, patternMessage: 'This is no fingerprint.' }) fingerprint: string;
}

/** What is to be decided, and how it is asked and served. */
export class DesignInput {
  @Part(() => DecisionInput) decision: DecisionInput;
  @Choice(TESTS, 'Test') test: Test;
  @Choice(PRODUCTS, 'Product') product: Product;
  @ListOf(() => ConstantInput, MOST_CONSTANTS) constants: ConstantInput[];
  @ListOf(() => BundledInput, MOST_BUNDLED) bundled: BundledInput[];
  @ListOf(() => IngredientInput, MOST_INGREDIENTS) ingredients: IngredientInput[];
  @ListOf(() => LotInput, MOST_PIECES) lots: LotInput[];
  @Flag() halves: boolean;
  @ListOf(() => ZoneInput, MOST_ZONES) zones: ZoneInput[];
  @Part(() => BallotDesignInput) ballot: BallotDesignInput;
  @Part(() => ServiceInput) service: ServiceInput;
  @Part(() => QuantitiesInput) quantities: QuantitiesInput;
  @Part(() => AssumedInput) assumed: AssumedInput;
  @Whole(LIMITS.piecesPerMethod) piecesPerMethod: number;
  /** Why pieces cooked alike are taken to taste alike; empty where they may differ. */
  @Text(LONG_TEXT) takenAlike: string;
  @Decimal(LIMITS.alpha) alpha: number;
  @Optional() @Part(() => FollowsInput) follows?: FollowsInput;
}
