import type { Drawing } from '../charts/svg';

/**
 * What stands on paper. Rows and texts of every sheet are made here, from the same facts as
 * the screens; whoever draws them, as PDF or as a page, adds nothing.
 */
export type Block =
  | { kind: 'heading'; text: string }
  | { kind: 'text'; text: string; look: 'plain' | 'lead' | 'quiet' | 'code' }
  /** Names with what stands beside them, one line or several. */
  | { kind: 'facts'; facts: { name: string; lines: string[] }[] }
  /** `above` stands over the columns, again on every page that the table runs over to. */
  | { kind: 'table'; above: string; columns: Column[]; rows: string[][] }
  /** Trays of seats: codes as pads, by what stands side by side. */
  | { kind: 'trays'; above: string; trays: Tray[] }
  /** Cards to cut apart, each with an address that a phone can read, and where a code is typed instead. */
  | { kind: 'cards'; cards: { name: string; lines: string[]; address: string; typedAt: string; code: string }[] }
  /** Blocks that belong to one person, whose name comes again on every page that they run over to. */
  | { kind: 'personal'; name: string; blocks: Block[] }
  /** A question of a paper ballot, with room for its answer; kept on one page. */
  | { kind: 'question'; ask: string; hint: string; answer: AnswerRoom }
  /** A drawing as {@link svgOf} makes it, under its title. */
  | { kind: 'chart'; title: string; aside: string; drawing: Drawing }
  | { kind: 'new-page' };

/** How an answer is written down: ticked in a grid, crossed on lines, written into boxes, or in words. */
export type AnswerRoom =
  | { as: 'boxes'; columns: string[]; rows: string[]; isCode: 'rows' | 'columns' }
  /** Lines of 100 mm, so that a millimetre is a point of the scale. */
  | { as: 'scales'; rows: string[]; low: string; high: string }
  | { as: 'blanks'; names: string[] }
  | { as: 'lines'; count: number };

export interface Column {
  name: string;
  /** A code, tag or number, in a face of its own. */
  isCode?: boolean;
  /** Takes the room that is left. */
  isWide?: boolean;
}

export interface Tray {
  seat: string;
  name: string;
  rows: { name: string; codes: string[]; isWarmUp: boolean }[];
}

/** One document. */
export interface Sheet {
  /** What the sheet is, such as "Tray map"; its file is named by it, never by a method or a code. */
  name: string;
  /** Title of the tasting, or its title for eyes that must stay blind: on every page. */
  title: string;
  blocks: Block[];
  /** A4 where nothing is said. */
  paper?: 'A4' | 'Letter';
}
