import type { Chart } from '../charts/chart';
import type { Block } from './sheet';

/** A part of what was found, under the name of its section. */
export interface FoundSection<Id extends string = string, Data = unknown> {
  id: Id;
  status: SectionStatus;
  data: Data;
}

/** Settled before anyone tasted, or looked at when the answers were known. */
export type SectionStatus = 'planned' | 'explored';

/** What a section needs to know of the findings that it is a part of. */
export interface SectionContext {
  methods: readonly { id: string; name: string; codes: readonly string[] }[];
  alpha: number;
  /** The word that the planned question asks about; empty where it is liking. */
  word: string;
  /** The file that the answers came from, where they were known when the test was chosen. */
  brought: string | null;
  sections: readonly FoundSection[];
}

/** How a section is shown: everything that screens, report, command line and charts say of it. */
export interface SectionRecord<Data> {
  /** How its numbers came to be; null where it only lists what happened. */
  why: {
    /** The formula, in words. */
    how: string;
    source: string;
    /** What was checked, or left out, in these data. */
    checked?: (data: Data) => string[];
    /** Whether p is exact, drawn or asymptotic. */
    certainty?: (data: Data) => string;
  } | null;
  /** For the command line. */
  lines: (data: Data, context: SectionContext, status: SectionStatus) => string[];
  /** For the report. */
  blocks: (data: Data, context: SectionContext, person: NameOfSeat) => Block[];
  charts: (data: Data, context: SectionContext, status: SectionStatus) => Chart[];
}

/** How somebody is called, by their seat. */
export type NameOfSeat = (seat: number) => string;

/** A method by its id; the id itself where there is none. */
export const nameIn =
  ({ methods }: Pick<SectionContext, 'methods'>): ((id: string) => string) =>
  (id) =>
    methods.find((method) => method.id === id)?.name ?? id;

/** What people read of a section that has nothing to show in some form. */
export const nothing = (): [] => [];

/** Lines under a heading, indented. */
export const under = (heading: string, lines: readonly string[]): string[] => [
  heading,
  ...lines.map((line) => `  ${line}`),
];

/** The same for what was looked at when the answers were known. */
export const explored = (what: string, lines: readonly string[]): string[] => under(`Explored: ${what}`, lines);

/** Lines of a report beside their name. */
export const factOf = (name: string, lines: string[]): Block => ({ kind: 'facts', facts: [{ name, lines }] });
