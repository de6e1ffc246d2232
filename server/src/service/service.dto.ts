import { Code, SaidTexts, Text } from '../fields/fields';

export class PortioningReason {
  /** Why the sheet is needed, and who will see it; kept in the seal's log. */
  @Text(500, { least: 3 }) reason: string;
}

export class SparesOf {
  @Code() code: string;
}

export class SparesView {
  /** Kitchen tags. */
  @SaidTexts() pieces: string[];
}
