import type { Chart } from '../charts';
import { PLANNED_SECTIONS } from '../planned';
import type { Block, FoundSection, NameOfSeat, SectionRecord, SectionStatus, SectionContext } from '../presentation';
import { driversSection, mapSection } from './attributes';
import { partsSection } from './byPart';
import { collectedSection } from './collected';
import { guessesSection } from './guesses';
import { justRightSection } from './justRight';
import { kitchenSection } from './kitchen';
import { limitsSection } from './limits';
import { nextSection } from './nextSection';
import { panelistsSection } from './panelists';
import { practicalSection } from './practical';
import { scalesSection } from './scales';
import { sensitivitySection } from './sensitivity';
import { serviceSection } from './service';
import type { WholeKind } from './wholeAnswer';
import { weightedSection } from './weighted';
import { wordsSection } from './words';

/** Every section of findings, and how it is shown; in the order of its charts. */
export const SECTIONS = {
  ...PLANNED_SECTIONS,
  parts: partsSection,
  weighted: weightedSection,
  practical: practicalSection,
  kitchen: kitchenSection,
  scales: scalesSection,
  map: mapSection,
  drivers: driversSection,
  words: wordsSection,
  'just-right': justRightSection,
  collected: collectedSection,
  panelists: panelistsSection,
  service: serviceSection,
  guesses: guessesSection,
  sensitivity: sensitivitySection,
  limits: limitsSection,
  next: nextSection,
} as const;

type DataOf<Record> = Record extends SectionRecord<infer Data> ? Data : never;

/** What each section of findings holds. */
export type SectionData = { [Id in keyof typeof SECTIONS]: DataOf<(typeof SECTIONS)[Id]> };

export type SectionId = keyof SectionData;

/** A part of the findings. */
export type Section = { [Id in SectionId]: FoundSection<Id, SectionData[Id]> }[SectionId];

export const section = <Id extends SectionId>(id: Id, status: SectionStatus, data: SectionData[Id]): Section =>
  ({ id, status, data }) as Section;

/** What a section holds, or undefined where these findings have none of that kind. */
export function sectionOf<Id extends SectionId>(
  { sections }: { sections: readonly Section[] },
  id: Id,
): SectionData[Id] | undefined {
  return sections.find((one): one is Extract<Section, { id: Id }> => one.id === id)?.data as
    | SectionData[Id]
    | undefined;
}

/** Findings as their sections know them. */
type Findings = Omit<SectionContext, 'sections'> & { sections: readonly Section[]; verdict: { kind: WholeKind } };

/** How one section is shown; a section and its record go together by its id. */
const recordOf = ({ id }: Section): SectionRecord<unknown> => SECTIONS[id] as SectionRecord<unknown>;

/** Sections with these ids, in this order. */
const inOrder = ({ sections }: Findings, ids: readonly SectionId[]): Section[] =>
  ids.flatMap((id) => sections.find((one) => one.id === id) ?? []);

/** Lines of the command line. */
export const sectionLines = (found: Findings, ids: readonly SectionId[]): string[] =>
  inOrder(found, ids).flatMap((one) => recordOf(one).lines(one.data, found, one.status));

/**
 * Blocks of the report.
 *
 * @param status only of sections that were planned, or only of those that were not; default all
 */
export const sectionBlocks = (
  found: Findings,
  ids: readonly SectionId[],
  { person = (seat) => `Seat ${seat}`, status }: { person?: NameOfSeat; status?: SectionStatus } = {},
): Block[] =>
  inOrder(found, ids)
    .filter((one) => status === undefined || one.status === status)
    .flatMap((one) => recordOf(one).blocks(one.data, found, person));

/** All charts of these findings, in reading order: the planned one first, then what was looked at. */
export const chartsOf = (found: Findings): Chart[] =>
  inOrder(found, headlineFirst(found, Object.keys(SECTIONS) as SectionId[])).flatMap((one) =>
    recordOf(one).charts(one.data, found, one.status),
  );

/** What the planned test of everything together found. */
export const ANSWER_SECTIONS = [
  ...(['rank-sums', 'incomplete-ranking', 'scores'] as const),
  ...(['profile', 'telling', 'best-worst'] as const),
] satisfies SectionId[];

/** Sections in the order in which they are read: that which the headline rests on comes first. */
export const headlineFirst = ({ verdict }: Pick<Findings, 'verdict'>, ids: readonly SectionId[]): SectionId[] =>
  verdict.kind === 'by-part' ? ['parts', ...ids.filter((id) => id !== 'parts')] : [...ids];

/** How a number of the findings came to be, for whoever doubts it. */
export interface Why {
  /** The formula, in words. */
  how: string;
  source: string;
  /** What was checked, or left out, in these data. */
  checked: string[];
  /** Whether p is exact, drawn or asymptotic; empty where there is none. */
  certainty: string;
}

/** The formula behind a section, and what was checked in it; null where it only lists what happened. */
export function whyIn(found: Findings, id: SectionId): Why | null {
  const [one] = inOrder(found, [id]);
  const why = one && recordOf(one).why;
  if (!why) return null;
  const { how, source, checked, certainty } = why;
  return { how, source, checked: checked?.(one.data) ?? [], certainty: certainty?.(one.data) ?? '' };
}
