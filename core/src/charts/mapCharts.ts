import { sectionOf, type Findings, type WordsFinding } from '../findings';
import type { MapChart } from './chart';

const captionOf = (what: string, shares: readonly number[]): string =>
  `${what} Across ${Math.round(100 * shares[0])} % of what differs, upwards ${Math.round(100 * (shares[1] ?? 0))} %.`;

/** How methods differ in all scales at once. */
export function attributesChart(found: Findings): MapChart[] {
  const map = sectionOf(found, 'map');
  if (!map) return [];
  // Scales are correlations with the axes, methods are places: each is drawn as far out as the other.
  const reach = Math.max(1e-9, ...map.methods.flat().map(Math.abs));
  return [
    {
      ...{ kind: 'map', id: 'map', title: map.sentence, status: 'explored', isPointing: true },
      caption: captionOf(
        `Principal components of the means: a scale points to the methods that have more of it. Within a ring a method might as well stand, had other people been asked (${Math.round(100 * (1 - found.alpha))} %).`,
        map.shares,
      ),
      methods: found.methods.map(({ name }, place) => ({
        ...{ name, place, at: map.methods[place] },
        ellipse: map.ellipses[place] ?? null,
      })),
      words: map.attributes.map((name, at) => ({
        ...{ name, isBold: false },
        at: [reach * map.words[at][0], reach * map.words[at][1]] as const,
      })),
    },
  ];
}

/** Words that were ticked, near the methods that they were ticked for. */
export function wordsMapChart(found: Findings, { item, sentence, words, map }: WordsFinding): MapChart[] {
  if (!map) return [];
  const isPlaced = (place: readonly number[] | undefined): boolean => place?.length === 2;
  return [
    {
      ...{ kind: 'map', id: `words-map-${item}`, title: sentence, status: 'explored', isPointing: false },
      caption: captionOf(
        'Correspondence analysis: a word stands near the methods that it was ticked for more than usual.',
        map.shares,
      ),
      methods: found.methods.flatMap(({ name }, place) =>
        isPlaced(map.methods[place])
          ? [{ name, place, at: [map.methods[place][0], map.methods[place][1]] as const, ellipse: null }]
          : [],
      ),
      words: words.flatMap(({ word, differs }, at) =>
        isPlaced(map.words[at])
          ? [{ name: word, at: [map.words[at][0], map.words[at][1]] as const, isBold: differs }]
          : [],
      ),
    },
  ];
}
