import { text, type Block, type SectionContext } from '../../presentation';
import { methodTestText } from '../../verdict';

type Test = Parameters<typeof methodTestText>[0];

/** The test of the methods, where the plan has one. */
export function methodTestBlocks(test: Test, beside = 'Of these pieces alone:'): Block[] {
  const said = methodTestText(test);
  return said ? [text(`${said} ${beside}`)] : [];
}

export function methodTestLines(test: Test): string[] {
  const said = methodTestText(test);
  return said ? [said] : [];
}

/** What was said to be tested when the answers were known was not planned. */
export const titled = ({ brought }: SectionContext, what: string): string =>
  brought === null ? `Planned: ${what}` : `${what.charAt(0).toUpperCase()}${what.slice(1)}`;
