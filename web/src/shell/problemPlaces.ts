/** Where on the screens a field of the plan is settled: stage, part of the plan, and the words of its link. */
const PLACES: readonly [field: RegExp, to: string][] = [
  [/^(title|question|ballotTitle|decision|test|methods|constants|bundled|ingredients|lots|halves|zones)\b/, 'ask'],
  [/^panel\b/, 'plan?part=people'],
  [/^ballot\b/, 'plan?part=ballot'],
  [/^service\b/, 'plan?part=orders'],
  [/^(quantities|piecesPerMethod)\b/, 'plan?part=quantities'],
];

/** The page, below the tasting's own address, on which a problem of the plan can be settled. */
export const placeOfProblem = (field: string): string =>
  PLACES.find(([pattern]) => pattern.test(field))?.[1] ?? 'plan?part=people';
