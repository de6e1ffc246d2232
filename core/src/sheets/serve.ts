import type { Block, Sheet } from '../presentation';
import type { TrayRow } from './day';
import { markFacts, type RecordMark } from './record';

/** What whoever carries goes by where there is no phone: seat by seat, codes from left to right, a place to tick. */
export function carryingSheet(title: string, trays: readonly TrayRow[], sitting: { now: number; of: number }): Sheet {
  return byFlight('Carrying list', title, {
    ...{
      trays,
      sitting,
      lead: 'Carry from top to bottom; codes stand from left to right. Write the time as you put the tray down.',
    },
    columns: [
      { name: 'Seat', isCode: true },
      { name: 'Name' },
      { name: 'Codes, from left to right', isCode: true, isWide: true },
      { name: 'Out at' },
    ],
    row: ({ seat, name, codes, warmUp }) => [
      String(seat),
      name,
      codes.map((code, at) => (warmUp && at === 0 ? `(${code})` : code)).join('  '),
      '__ : __',
    ],
  });
}

/** Who came: to be ticked at the door. No code. */
export function attendanceSheet(title: string, trays: readonly TrayRow[], sitting: { now: number; of: number }): Sheet {
  return byFlight('Attendance list', title, {
    ...{
      trays,
      sitting,
      lead: 'Write down when each came. Whoever stays away is written down at their seat in Jacana.',
    },
    columns: [{ name: 'Seat', isCode: true }, { name: 'Name', isWide: true }, { name: 'Came at' }, { name: 'Signed' }],
    row: ({ seat, name }) => [String(seat), name, '__ : __', '________________'],
  });
}

interface List {
  trays: readonly TrayRow[];
  sitting: { now: number; of: number };
  lead: string;
  columns: Extract<Block, { kind: 'table' }>['columns'];
  row: (tray: TrayRow) => string[];
}

/** A table for each flight, on pages of its own. */
function byFlight(name: string, title: string, { trays, sitting, lead, columns, row }: List): Sheet {
  const flights = [...new Set(trays.map(({ flight }) => flight))].sort((a, b) => a - b);
  const blocks = flights.flatMap((flight, at): Block[] => [
    ...(at > 0 ? [{ kind: 'new-page' as const }] : []),
    {
      kind: 'table',
      above: [sitting.of > 1 ? `Sitting ${sitting.now}` : '', flights.length > 1 ? `Flight ${flight}` : '']
        .filter(Boolean)
        .join(', '),
      columns,
      rows: trays
        .filter((tray) => tray.flight === flight)
        .sort((a, b) => a.seat - b.seat)
        .map(row),
    },
  ]);
  return { name, title, blocks: [{ kind: 'text', text: lead, look: 'quiet' }, ...blocks] };
}

/** What is folded around a printed plan and signed over the edge: whoever opens it can say that nobody did before. No key. */
export function envelopeSheet(
  title: string,
  { fingerprint, lockedAt }: { fingerprint: string; lockedAt: string },
  record?: RecordMark,
): Sheet {
  return {
    name: 'Envelope',
    title,
    blocks: [
      {
        kind: 'text',
        text: 'Fold this sheet around the plan sheet, close it, and sign over the edge. Jacana keeps the key itself, sealed; this fingerprint says whether the key that is opened is the one that was locked.',
        look: 'plain',
      },
      {
        kind: 'facts',
        facts: [
          { name: 'Fingerprint', lines: [fingerprint] },
          ...markFacts(record),
          { name: 'Locked', lines: [`${lockedAt.slice(0, 16).replace('T', ' ')} UTC`] },
          { name: 'Closed by', lines: ['______________________________', ' '] },
          { name: 'Witness', lines: ['______________________________', ' '] },
          { name: 'Opened by', lines: ['______________________________', ' '] },
          { name: 'Opened at', lines: ['______________________________'] },
        ],
      },
    ],
  };
}
