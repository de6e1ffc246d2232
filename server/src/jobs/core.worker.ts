import type { Tasting, TastingBundle } from '@jacana/core/bundle';
import { lockPlan, type LockedPlan } from '@jacana/core/design';
import { readingOf } from '@jacana/core/answers';
import {
  answersWithout,
  findings as findingsOf,
  weightedFinding,
  type AnswerWithout,
  type Findings,
  type LeaveOut,
  type Weight,
  type WeightedFinding,
} from '@jacana/core/findings';
import { runSheetOf, type CookingSheet, type ToBeCooked } from '@jacana/core/kitchen';
import type { LabelPages, Sheet, WorkbookSheet } from '@jacana/core/sheets';
import type { MessagePort } from 'node:worker_threads';
import type { Printing } from '../paper/render';
import { backUp as backUpOf } from '../storage/backups';

/** Run in worker threads, so that the event loop stays free. What takes long tells its progress on the way. */
export function findings({ bundle, port }: { bundle: TastingBundle; port: MessagePort }): Findings {
  return findingsOf(bundle, (fraction) => port.postMessage(fraction));
}

export const without = ({ bundle, all }: { bundle: TastingBundle; all: LeaveOut[] }): AnswerWithout[] =>
  answersWithout(bundle, all);

/** @returns nothing for a sealed tasting, or where too few scales count */
export const weighted = ({ bundle, weights }: { bundle: TastingBundle; weights: Weight[] }): WeightedFinding | null =>
  bundle.key && bundle.seal.unsealedAt ? weightedFinding(readingOf(bundle, bundle.key), weights) : null;

export function lock({ tasting, inputs }: { tasting: Tasting; inputs: Parameters<typeof lockPlan>[1] }): LockedPlan {
  return lockPlan(tasting, inputs);
}

export const runSheet = ({ cooking, port }: { cooking: ToBeCooked; port: MessagePort }): CookingSheet =>
  runSheetOf(cooking, { onProgress: (fraction) => port.postMessage(fraction) });

/** A copy of a large file takes seconds, and SQLite waits for it. */
export const backUp = ({ data, folder, now }: { data: string; folder: string; now: number }): string =>
  backUpOf(data, folder, now);

/** The drawing library is large, so it is loaded by the first sheet. */
export async function paper({ sheet, printing }: { sheet: Sheet; printing: Printing }): Promise<Uint8Array> {
  const { renderSheet } = await import('../paper/render.js');
  return renderSheet(sheet, printing);
}

export async function workbook(sheets: WorkbookSheet[]): Promise<Uint8Array> {
  const { renderWorkbook } = await import('../paper/workbook.js');
  return renderWorkbook(sheets);
}

export async function labels(pages: LabelPages): Promise<Uint8Array> {
  const { renderLabels } = await import('../paper/labels.js');
  return renderLabels(pages);
}
