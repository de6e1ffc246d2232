/**
 * How often a simulation or a property is tried: as often as `npm test` can afford, and so many times as often with
 * THOROUGH=10, before a release or where something is suspected.
 */
export const tries = (usual: number): number => usual * Number(process.env.THOROUGH ?? 1);
