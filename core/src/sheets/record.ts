import type { Sheet } from '../presentation';

/** How far the chain of a tasting's records goes when a sheet is printed. */
export interface RecordMark {
  number: number;
  mark: string;
}

/** What is compared later with the records as they are then: nobody can write others that have the same mark. */
export const markFacts = (record: RecordMark | undefined): { name: string; lines: string[] }[] =>
  record && record.number > 0
    ? [{ name: 'Mark of the records', lines: [`${record.mark}, after ${record.number} of them`] }]
    : [];

/** What is signed once nobody answers any more: how many did, and the mark that all of it has. */
export function closingSheet(
  title: string,
  closed: { closedAt: string | null; fingerprint: string; handedIn: number; ballots: number },
  record: RecordMark,
): Sheet {
  const at = closed.closedAt === null ? 'not yet' : `${closed.closedAt.slice(0, 16).replace('T', ' ')} UTC`;
  return {
    name: 'Closing sheet',
    title,
    blocks: [
      {
        kind: 'text',
        text: 'Keep this sheet. Whoever doubts later that answers and logs are still the ones of that day types the mark into the seal of the tasting: Jacana says whether all that was recorded until then is unchanged.',
        look: 'plain',
      },
      {
        kind: 'facts',
        facts: [
          { name: 'Closed', lines: [at] },
          { name: 'Ballots', lines: [`${closed.handedIn} of ${closed.ballots} handed in`] },
          ...markFacts(record),
          { name: 'Fingerprint', lines: [closed.fingerprint] },
          { name: 'Signed', lines: ['______________________________', ' '] },
          { name: 'Witness', lines: ['______________________________'] },
        ],
      },
    ],
  };
}
