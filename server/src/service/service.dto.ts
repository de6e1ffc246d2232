import { MOST_PANELISTS, SHORT_TEXT } from '@jacana/core/bundle';
import { ExclusionInput } from '../ingredients/ingredients.dto';
import { Code, Id, Moment, Part, Reason, Said, SaidTexts, Text, Whole } from '../fields/fields';

export class PortioningReason {
  /** Why the sheet is needed, and who will see it; kept in the seal's log. */
  @Reason(500) reason: string;
}

export class SparesOf {
  @Code() code: string;
}

export class SparesView {
  /** Kitchen tags. */
  @SaidTexts() pieces: string[];
}

/** Somebody who came without being on the panel. */
export class WalkInInput {
  /** Made by the device: sent twice, it lets one person in. */
  @Id() id: string;
  @Moment() at: string;
  @Text(SHORT_TEXT) name: string;
  @Whole({ least: 1, most: MOST_PANELISTS }) seat: number;
  /** With whom they are served. */
  @Whole({ least: 1, most: MOST_PANELISTS }) flight: number;
  /** What they said when they were asked, before they see a code; nothing where they may eat all of it. */
  @Part(() => ExclusionInput) mustNotEat: ExclusionInput;
}

export class WalkInView {
  @Said('string') panelistId: string;
  @Said('integer') seat: number;
}
