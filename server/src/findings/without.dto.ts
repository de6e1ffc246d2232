import { ID_LENGTH } from '@jacana/core/bundle';
import type { AnswerWithout, Criterion, Parts, LeaveOut, WholeKind } from '@jacana/core/findings';
import type { About } from '@jacana/core/verdict';
import { ApiProperty } from '@nestjs/swagger';
import { Choice, ListOf, Said, SaidTexts, Tags, Texts, Wholes } from '../fields/fields';
import { VERDICTS } from './findings.dto';

/** As many as a panel can be large, or pieces can be many. */
const MOST = 2000;
/** Asked at once; more come with the next request. */
const MOST_AT_ONCE = 50;

/** What is left out of the planned analysis, several together. */
export class WithoutInput implements LeaveOut {
  @Texts(MOST, ID_LENGTH) caveats: string[];
  @Tags(MOST) pieces: string[];
  @Texts(MOST, ID_LENGTH) panelists: string[];
  @Texts(MOST, ID_LENGTH) zones: string[];
  @Wholes(MOST, { least: 1, most: 1000 }) flights: number[];
}

export class WithoutAsked {
  @ListOf(() => WithoutInput, MOST_AT_ONCE, 1) without: WithoutInput[];
}

/** The planned answer without it. */
export class AnswerWithoutView implements AnswerWithout {
  @Choice(VERDICTS, 'VerdictKind') kind: WholeKind;
  @Choice(['methods', 'pieces'], 'About') about: About;
  @SaidTexts() leaders: string[];
  @Said('string') sentence: string;
  @Said('integer') people: number;
  @Said('integer') gone: number;
  /** Null where too little is left to tell. */
  @Said('boolean', true) same: boolean | null;
}

export class CaveatPart {
  @Said('string') id: string;
  @Said('string') text: string;
}

export class PiecePart {
  @Said('string') tag: string;
  @Said('string') method: string;
  @Said('integer') people: number;
}

export class PanelistPart {
  @Said('string') id: string;
  @Said('integer') seat: number;
}

export class ZonePart {
  @Said('string') id: string;
  @Said('string') name: string;
}

export class FlightPart {
  @Said('integer') flight: number;
  @Said('integer') people: number;
}

export class CriterionPart implements Criterion {
  @Said('string') item: string;
  @Said('string') name: string;
  @Said('number') weight: number;
}

/** What can be left out, and what can be weighed otherwise. */
export class PartsView implements Parts {
  @ListOf(() => CaveatPart, MOST) caveats: CaveatPart[];
  @ListOf(() => PiecePart, MOST) pieces: PiecePart[];
  @ListOf(() => PanelistPart, MOST) panelists: PanelistPart[];
  @ListOf(() => ZonePart, MOST) zones: ZonePart[];
  @ListOf(() => FlightPart, MOST) flights: FlightPart[];
  /** Scales that may count in a total. */
  @ListOf(() => CriterionPart, MOST) criteria: CriterionPart[];
}

/** The servings that findings come from, as text. */
export class BehindView {
  @SaidTexts() columns: string[];
  @ApiProperty({ type: 'array', items: { type: 'array', items: { type: 'string' } } }) rows: string[][];
}
