import {
  CHECKS,
  GATE_DECISIONS,
  LIMITS,
  LONG_TEXT,
  MOST_ENTRIES,
  MOST_METHODS,
  MOST_PHOTO_BYTES,
  MOST_PIECES,
  PROBE_PLACES,
  SHORT_TEXT,
  type CheckId,
  type GateDecision,
  type ProbePlace,
} from '@jacana/core/bundle';
import {
  Choice,
  Decimal,
  DraftId,
  Flag,
  Id,
  ListOf,
  Moment,
  Optional,
  Said,
  Tag,
  Tags,
  Text,
  Whole,
} from '../fields/fields';

export const KITCHEN_KINDS = [
  'started',
  'done',
  'skipped',
  'acted',
  'mass',
  'temperature',
  'thickness',
  'dose',
  'checked',
  'noted',
  'photo',
  'probed',
  'unprobed',
  'gate',
  'redone',
  'settled',
  'replanned',
  'undone',
] as const;

/** One entry. Which fields it has follows from its kind; what is missing or too much is refused by name. */
export class KitchenEntryInput {
  /** Made by the device: sent twice, it is stored once. */
  @Id() id: string;
  /** By the device's clock. */
  @Moment() at: string;
  @Choice(KITCHEN_KINDS, 'KitchenKind') kind: (typeof KITCHEN_KINDS)[number];
  @Optional() @Tags(MOST_METHODS * MOST_PIECES) pieces?: string[];
  @Optional() @Tag() piece?: string;
  @Optional() @DraftId() step?: string;
  @Optional() @Text(LONG_TEXT) because?: string;
  /** What was looked at in a long stage, and whether it was so. */
  @Optional() @Choice(CHECKS, 'CheckId') check?: CheckId;
  @Optional() @Flag() isSo?: boolean;
  @Optional() @Decimal(LIMITS.kitchen.grams) grams?: number;
  @Optional() @Decimal(LIMITS.step.celsius) celsius?: number;
  @Optional() @Decimal(LIMITS.kitchen.millimetres) millimetres?: number;
  /** What was dosed. */
  @Optional() @Text(SHORT_TEXT) name?: string;
  @Optional() @Text(LONG_TEXT) text?: string;
  @Optional() @Choice(GATE_DECISIONS, 'GateDecision') decision?: GateDecision;
  /** Which probe went into the piece, and where in it. */
  @Optional() @Text(SHORT_TEXT) device?: string;
  @Optional() @Whole(LIMITS.reading.channel) channel?: number;
  @Optional() @Choice(PROBE_PLACES, 'ProbePlace') where?: ProbePlace;
  /** The tag of the piece that is cooked in its place. */
  @Optional() @Tag() as?: string;
  /** A departure that was noted as a caveat, or found not to matter. */
  @Optional() @Text(SHORT_TEXT) proposal?: string;
  @Optional() @Flag() noted?: boolean;
  /** The entry that is taken back. */
  @Optional() @DraftId() of?: string;
}

/** An entry on its way: a photo brings its picture along. */
export class NewKitchenEntry extends KitchenEntryInput {
  /** JPEG in base64. */
  @Optional() @Text(Math.ceil(MOST_PHOTO_BYTES / 3) * 4) jpeg?: string;
}

export class KitchenEntries {
  @ListOf(() => NewKitchenEntry, 100, 1) entries: NewKitchenEntry[];
}

/** An entry as it is stored. */
export class KitchenEntryView extends KitchenEntryInput {
  /** By the server's clock. */
  @Said('string') storedAt: string;
  @Said('string') by: string;
}

export class KitchenLogView {
  @ListOf(() => KitchenEntryView, MOST_ENTRIES) entries: KitchenEntryView[];
}
