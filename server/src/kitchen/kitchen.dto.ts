import { MOST_METHODS, MOST_PIECES } from '@jacana/core/bundle';
import { Optional, Said, SaidTexts, Tags, Text } from '../fields/fields';

export class NewCaveat {
  @Text(2000, { least: 3 }) text: string;
  /** Kitchen tags of the pieces that it touches; left out when it touches everything, or nobody knows. */
  @Optional() @Tags(MOST_METHODS * MOST_PIECES) pieces?: string[];
}

export class CaveatView {
  @Said('string') id: string;
  @Said('string') at: string;
  @Said('string') by: string;
  @Said('string') text: string;
  @SaidTexts() pieces: string[];
}
