import { Said, Text } from '../fields/fields';

export class NewCaveat {
  @Text(2000, { least: 3 }) text: string;
}

export class CaveatView {
  @Said('string') id: string;
  @Said('string') at: string;
  @Said('string') by: string;
  @Said('string') text: string;
}
