import { KINDS_LEFT_OUT, type LeftOut } from '@jacana/core/answers';
import { TESTS, type Test } from '@jacana/core/bundle';
import { SECTIONS, type SectionId, type WholeKind } from '@jacana/core/findings';
import type { SectionStatus } from '@jacana/core/presentation';
import type { About } from '@jacana/core/verdict';
import { ApiProperty } from '@nestjs/swagger';
import { Choice, ListOf, Said, SaidTexts } from '../fields/fields';

/** What a verdict says; 'by-part' where different methods lead in different zones, or lots. */
export const VERDICTS: readonly WholeKind[] = [
  'winner',
  'leading-set',
  'no-answer',
  'cannot-say',
  'told-apart',
  'good-enough',
  'too-great-a-loss',
  'similar',
  'too-different',
  'by-part',
];
export class VerdictView {
  @Choice(VERDICTS, 'VerdictKind') kind: WholeKind;
  @Choice(['methods', 'pieces'], 'About') about: About;
  /** Method ids. */
  @SaidTexts() leaders: string[];
  @Said('string') sentence: string;
  @Said('string') support: string;
}

export class FoundMethodView {
  @Said('string') id: string;
  @Said('string') name: string;
  @Said('boolean') reference: boolean;
  @SaidTexts() codes: string[];
}

export class LeftOutView {
  @Said('string') panelist: string;
  @Said('integer') sitting: number;
  @Said('integer') seat: number;
  @Choice(KINDS_LEFT_OUT, 'KindLeftOut') kind: LeftOut['kind'];
  @Said('string') why: string;
}

export class FoundTouchedView {
  @SaidTexts() pieces: string[];
  @SaidTexts() panelists: string[];
}

export class FoundCaveatView {
  @Said('string') id: string;
  @Said('string') at: string;
  @Said('string') by: string;
  @Said('string') text: string;
  @ApiProperty({ required: false, type: FoundTouchedView }) about?: FoundTouchedView;
  @Said('string', true) editedAt: string | null;
  @Said('boolean') afterUnsealing: boolean;
}

export class FingerprintView {
  @Said('string') stated: string;
  @Said('string') computed: string;
  @Said('boolean') matches: boolean;
}

/** A part of the findings. What `data` holds follows from the id: `SectionData` in core/src/findings/sections.ts. */
export class SectionView {
  @Choice(Object.keys(SECTIONS), 'SectionId') id: SectionId;
  @Choice(['planned', 'explored'], 'SectionStatus') status: SectionStatus;
  @ApiProperty({ type: 'object', additionalProperties: true }) data: object;
}

/** The computed answer: one shape for every planned test. */
export class FindingsView {
  @Said('string') engine: string;
  @Said('string') title: string;
  @Said('string') question: string;
  @Choice(TESTS, 'Test') test: Test;
  @Said('number') alpha: number;
  /** The word that the planned question asks about; empty where it is liking, or samples are told apart. */
  @Said('string') word: string;
  @ApiProperty({ type: VerdictView }) verdict: VerdictView;
  @ListOf(() => FoundMethodView, 60) methods: FoundMethodView[];
  @Said('integer') people: number;
  @ApiProperty({ type: [Number], description: 'Pieces eaten of, per method' }) pieces: number[];
  @ListOf(() => LeftOutView, 3000) leftOut: LeftOutView[];
  @ListOf(() => FoundCaveatView, 1000) caveats: FoundCaveatView[];
  @ApiProperty({ type: FingerprintView }) fingerprint: FingerprintView;
  /** The file that answers from elsewhere came from. */
  @Said('string', true) brought: string | null;
  @ListOf(() => SectionView, 30) sections: SectionView[];
}
