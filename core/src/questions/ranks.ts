/** Mid-ranks of a ranking given as groups from most to least liked. */
export function ranksByCode(ranking: readonly (readonly string[])[]): Map<string, number> {
  const ranks = new Map<string, number>();
  let before = 0;
  for (const group of ranking) {
    for (const code of group) ranks.set(code, before + (group.length + 1) / 2);
    before += group.length;
  }
  return ranks;
}
