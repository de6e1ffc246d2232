import { setApart } from './apart';

interface WordsMapProps {
  map: { shares: readonly number[]; methods: readonly (readonly number[])[]; words: readonly (readonly number[])[] };
  /** What the picture shows, and how. */
  caption: string;
  methods: { name: string; colour: string }[];
  words: { word: string; isBold: boolean }[];
}

const [WIDE, HIGH, EDGE] = [640, 320, 60];
/** More methods, or longer names, are numbered on the picture and named below it. */
const [MOST_NAMED, LONGEST_NAMED] = [6, 20];

/** Methods and words on one map. A table beside it says the same in numbers. */
export function WordsMap({ map, caption, methods, words }: WordsMapProps) {
  const places = [...map.methods, ...map.words].filter(({ length }) => length === 2);
  const reach = (axis: 0 | 1): number => Math.max(1e-9, ...places.map((place) => Math.abs(place[axis])));
  // One scale for both axes, so that distances are what they seem.
  const scale = Math.min((WIDE / 2 - EDGE) / reach(0), (HIGH / 2 - EDGE / 3) / reach(1));
  const at = ([x, y]: readonly number[]) => ({ x: WIDE / 2 + scale * x, y: HIGH / 2 - scale * y });
  const percent = (share: number): string => `${Math.round(100 * share)} %`;
  const isNumbered = methods.length > MOST_NAMED || methods.some(({ name }) => name.length > LONGEST_NAMED);
  const points = methods.flatMap(({ name, colour }, method) =>
    map.methods[method]?.length === 2
      ? [{ ...at(map.methods[method]), colour, text: isNumbered ? String(method + 1) : name }]
      : [],
  );
  const said = words.flatMap(({ word, isBold }, one) =>
    map.words[one]?.length === 2 ? [{ ...at(map.words[one]), isBold, text: word }] : [],
  );
  const labels = setApart(
    [...points.map(({ x, y, text }) => ({ x, y: y + 20, text })), ...said.map(({ x, y, text }) => ({ x, y, text }))],
    [14, HIGH - 4],
  );
  return (
    <figure className="mt-4">
      <div className="overflow-x-auto">
        <svg viewBox={`0 0 ${WIDE} ${HIGH}`} className="w-full max-w-3xl min-w-[30rem]" aria-hidden>
          <line x1={EDGE / 2} x2={WIDE - EDGE / 2} y1={HIGH / 2} y2={HIGH / 2} stroke="#cfdcd8" />
          <line x1={WIDE / 2} x2={WIDE / 2} y1={8} y2={HIGH - 8} stroke="#cfdcd8" />
          {points.map(({ x, y, colour, text }) => (
            <circle key={text} cx={x} cy={y} r={6} fill={colour} stroke="#fbfcfa" strokeWidth={2} />
          ))}
          {labels.map(({ x, y, text }, one) => {
            const isMethod = one < points.length;
            const isBold = isMethod || said[one - points.length].isBold;
            return (
              <text
                key={`${one} ${text}`}
                {...{ x, y }}
                textAnchor="middle"
                fontSize={13}
                fontWeight={isBold ? 700 : 400}
                fill={isMethod ? '#14302e' : '#3d5a57'}
              >
                {text}
              </text>
            );
          })}
        </svg>
      </div>
      {isNumbered && (
        <ol className="mb-2 flex flex-wrap gap-x-5 gap-y-1 text-sm">
          {methods.map(({ name, colour }, method) => (
            <li key={`${method} ${name}`} className="flex items-center gap-1.5">
              <span className="size-3 rounded-full" style={{ background: colour }} aria-hidden /> {method + 1} {name}
            </li>
          ))}
        </ol>
      )}
      <figcaption className="text-sm text-quiet">
        {caption} Across {percent(map.shares[0])} of what differs, upwards {percent(map.shares[1])}.
      </figcaption>
    </figure>
  );
}
