import {
  ID_LENGTH,
  LIMITS,
  LONG_TEXT,
  MOST_ENTRIES,
  MOST_PANELISTS,
  MOST_SETS,
  MOST_SITTINGS,
  MOST_TOGETHER,
} from '@jacana/core/bundle';
import {
  Choice,
  Code,
  Codes,
  Decimal,
  DraftId,
  Id,
  ListOf,
  Moment,
  Optional,
  Said,
  Tag,
  Text,
  Texts,
  Whole,
} from '../fields/fields';

export const SERVICE_KINDS = [
  'sliced',
  'taken',
  'out',
  'swapped',
  'trays-swapped',
  'people-swapped',
  'wrong-plate',
  'replaced',
  'missed',
  'extra',
  'reordered',
  'late',
  'absent',
  'stopped',
  'moved',
  'postponed',
  'noted',
  'undone',
] as const;

/** One entry. Which fields it has follows from its kind; what is missing or too much is refused by name. */
export class ServiceEntryInput {
  /** Made by the device: sent twice, it is stored once. */
  @Id() id: string;
  /** By the device's clock. */
  @Moment() at: string;
  @Choice(SERVICE_KINDS, 'ServiceKind') kind: (typeof SERVICE_KINDS)[number];
  @Optional() @Whole({ least: 1, most: MOST_SITTINGS }) sitting?: number;
  @Optional() @Whole({ least: 1, most: MOST_PANELISTS }) flight?: number;
  /** Whose tray it is, by the plan. */
  @Optional() @DraftId() panelist?: string;
  @Optional() @Texts(MOST_PANELISTS, ID_LENGTH) panelists?: string[];
  @Optional() @Code() code?: string;
  /** With whom, or with which plate, something was exchanged. */
  @Optional() @DraftId() withPanelist?: string;
  @Optional() @Code() withCode?: string;
  /** The code of the plate that was eaten in the place of another. */
  @Optional() @Code() instead?: string;
  /** The piece that another portion was cut from; for servers alone while the key is sealed. */
  @Optional() @Tag() piece?: string | null;
  /** The codes of a tray in the order of eating. */
  @Optional() @Codes(MOST_SETS * MOST_TOGETHER) codes?: string[];
  @Optional() @Decimal(LIMITS.step.celsius) celsius?: number;
  @Optional() @Text(LONG_TEXT) because?: string;
  @Optional() @Text(LONG_TEXT) text?: string;
  /** When a sitting that is put off takes place. */
  @Optional() @Moment() to?: string;
  /** The entry that is taken back. */
  @Optional() @DraftId() of?: string;
}

export class ServiceEntries {
  @ListOf(() => ServiceEntryInput, 100, 1) entries: ServiceEntryInput[];
}

/** An entry as it is stored. */
export class ServiceEntryView extends ServiceEntryInput {
  /** By the server's clock. */
  @Said('string') storedAt: string;
  @Said('string') by: string;
}

export class ServiceLogView {
  @ListOf(() => ServiceEntryView, MOST_ENTRIES) entries: ServiceEntryView[];
}
