import { ApiProperty } from '@nestjs/swagger';
import { LOCALES, type Locale } from '@jacana/core/kitchen';
import { Choice, Part, Said } from '../fields/fields';
import { RangeInput } from '../range/range.dto';

/** What holds for the house, whatever is tasted. */
export class HouseView {
  /** What it cooks on, to begin a tasting with; null where nothing is known. */
  @ApiProperty({ type: RangeInput, nullable: true }) range: RangeInput | null;
  /** Whether it was kept for the house; else it is the one that was described last. */
  @Said('boolean') isKept: boolean;
  /** Whose published limits are asked for. */
  @Choice(LOCALES, 'Locale') locale: Locale;
}

export class KeptRange {
  @Part(() => RangeInput) range: RangeInput;
}

export class ChosenLocale {
  @Choice(LOCALES, 'Locale') locale: Locale;
}
