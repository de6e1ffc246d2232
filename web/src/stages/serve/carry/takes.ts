const place = (id: string): string => `jacana.carried.1.${id}`;

/** Entries by which this phone took trays: two phones may be signed in as one person. */
export function rememberedTakes(id: string, added?: string): ReadonlySet<string> {
  const known = JSON.parse(localStorage.getItem(place(id)) ?? '[]') as string[];
  if (added === undefined) return new Set(known);
  const all = [...known, added];
  localStorage.setItem(place(id), JSON.stringify(all));
  return new Set(all);
}
