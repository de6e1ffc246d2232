import { counted } from '../format';
import type { CookingSheet, SheetStep } from '../kitchen';
import { type Block, type Sheet } from '../presentation';
import type { Range } from '../tasting';

interface RunPaper {
  title: string;
  sheet: CookingSheet;
  range: Range;
  /** Times as they are read where it is cooked. */
  clock: (moment: string) => string;
}

/** The run sheet: what each cook does when, and what goes on by itself. No code and no panelist. */
export function runSheet({ title, sheet, range, clock }: RunPaper): Sheet {
  if (!sheet.isFeasible)
    return {
      ...{ name: 'Run sheet', title },
      blocks: [
        { kind: 'text', text: 'There is no run sheet.', look: 'lead' },
        ...sheet.why.map((text): Block => ({ kind: 'text', text, look: 'plain' })),
      ],
    };
  const pieces = new Set(sheet.steps.map(({ piece }) => piece)).size;
  const served = range.served.map(({ sitting, flight, at }) => ({
    name: range.served.some((one) => one.sitting > 1) ? `Sitting ${sitting}, flight ${flight}` : `Flight ${flight}`,
    lines: [clock(at)],
  }));
  const ofCooks = range.cooks.flatMap((cook, at): Block[] => [
    ...(at > 0 ? [{ kind: 'new-page' } as const] : []),
    ...listOf(
      cook,
      sheet.steps.filter(({ hands }) => hands === cook),
      clock,
    ),
  ]);
  return {
    ...{ name: 'Run sheet', title },
    blocks: [
      {
        kind: 'text',
        text: `${counted(pieces, 'piece')}; in all they wait ${counted(sheet.waiting, 'minute')}. Places were drawn by lot: keep to them.`,
        look: 'plain',
      },
      { kind: 'facts', facts: served },
      ...ofCooks,
      ...listOf(
        'By itself',
        sheet.steps.filter(({ hands }) => hands === null),
        clock,
      ),
    ],
  };
}

function listOf(name: string, steps: readonly SheetStep[], clock: RunPaper['clock']): Block[] {
  if (steps.length === 0) return [];
  return [
    { kind: 'heading', text: name },
    {
      kind: 'table',
      above: name,
      columns: [
        { name: 'From', isCode: true },
        { name: 'To', isCode: true },
        { name: 'Pieces', isCode: true },
        { name: 'Step', isWide: true },
        { name: 'Place' },
        { name: 'Done' },
      ],
      rows: together(steps).map(({ first, pieces }) => [
        ...[clock(first.start), clock(first.end), pieces.join(' '), `${first.text} (${first.method})`],
        ...[first.equipment ? `${first.equipment} ${first.place}` : '', ''],
      ]),
    },
  ];
}

/** Pieces that are one thing to do, in one line. */
export function together(steps: readonly SheetStep[]): { first: SheetStep; pieces: string[] }[] {
  const groups = new Map<string, { first: SheetStep; pieces: string[] }>();
  for (const step of steps) {
    const name = [step.start, step.method, step.step, step.equipment, step.place].join(' ');
    const known = groups.get(name);
    if (known) known.pieces.push(step.piece);
    else groups.set(name, { first: step, pieces: [step.piece] });
  }
  return [...groups.values()];
}
