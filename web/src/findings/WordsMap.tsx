interface WordsMapProps {
  map: { shares: readonly number[]; methods: readonly (readonly number[])[]; words: readonly (readonly number[])[] };
  /** What the picture shows, and how. */
  caption: string;
  methods: { name: string; colour: string }[];
  words: { word: string; isBold: boolean }[];
}

const [WIDE, HIGH, EDGE] = [640, 320, 60];

/** Methods and words on one map. A table beside it says the same in numbers. */
export function WordsMap({ map, caption, methods, words }: WordsMapProps) {
  const places = [...map.methods, ...map.words].filter(({ length }) => length === 2);
  const reach = (axis: 0 | 1): number => Math.max(1e-9, ...places.map((place) => Math.abs(place[axis])));
  // One scale for both axes, so that distances are what they seem.
  const scale = Math.min((WIDE / 2 - EDGE) / reach(0), (HIGH / 2 - EDGE / 3) / reach(1));
  const at = ([x, y]: readonly number[]) => ({ x: WIDE / 2 + scale * x, y: HIGH / 2 - scale * y });
  const percent = (share: number): string => `${Math.round(100 * share)} %`;
  return (
    <figure className="mt-4">
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} className="w-full max-w-3xl" aria-hidden>
        <line x1={EDGE / 2} x2={WIDE - EDGE / 2} y1={HIGH / 2} y2={HIGH / 2} stroke="#cfdcd8" />
        <line x1={WIDE / 2} x2={WIDE / 2} y1={8} y2={HIGH - 8} stroke="#cfdcd8" />
        {map.words.map((place, word) =>
          place.length === 2 ? (
            <text
              key={words[word].word}
              {...at(place)}
              textAnchor="middle"
              fontSize={13}
              fontWeight={words[word].isBold ? 700 : 400}
              fill="#3d5a57"
            >
              {words[word].word}
            </text>
          ) : null,
        )}
        {map.methods.map((place, method) => {
          if (place.length !== 2) return null;
          const { x, y } = at(place);
          const { name, colour } = methods[method];
          return (
            <g key={name}>
              <circle cx={x} cy={y} r={6} fill={colour} stroke="#fbfcfa" strokeWidth={2} />
              <text x={x} y={y + 20} textAnchor="middle" fontSize={13} fontWeight={700} fill="#14302e">
                {name}
              </text>
            </g>
          );
        })}
      </svg>
      <figcaption className="text-sm text-quiet">
        {caption} Across {percent(map.shares[0])} of what differs, upwards {percent(map.shares[1])}.
      </figcaption>
    </figure>
  );
}
