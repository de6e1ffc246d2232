interface HeatProps {
  caption: string;
  counts: number[][];
  rows: string[];
  columns: string[];
  /** Leaves the diagonal out, where nothing can be counted. */
  offDiagonal?: boolean;
}

const HEADING = 'px-1 font-mono text-xs font-semibold text-quiet';

/** From here on nobody reads single numbers, and the table would outgrow the page. */
const MANY = 16;

/** A small table of counts; the darker, the more. Even tables look plain, as they should. */
export function Heat(props: HeatProps) {
  return props.rows.length > MANY ? <HeatMap {...props} /> : <HeatTable {...props} />;
}

function HeatTable({ caption, counts, rows, columns, offDiagonal }: HeatProps) {
  const most = Math.max(1, ...counts.flat());
  // Many rows are for seeing that nothing stands out, and may be small.
  const cell = rows.length > 8 ? 'h-5 min-w-6 text-xs' : 'h-6 min-w-8';
  return (
    <figure>
      <figcaption className="pb-1 text-sm text-quiet">{caption}</figcaption>
      <table aria-label={caption} className="border-separate border-spacing-0.5 text-center text-sm">
        <thead>
          <tr>
            <td />
            {columns.map((column) => (
              <th key={column} scope="col" className={HEADING}>
                {column}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {counts.map((row, at) => (
            <tr key={rows[at]}>
              <th scope="row" className={`${HEADING} text-right`}>
                {rows[at]}
              </th>
              {row.map((count, column) => {
                const isBlank = offDiagonal && at === column;
                return (
                  <td
                    key={columns[column]}
                    className={`${cell} rounded`}
                    style={isBlank ? undefined : { backgroundColor: shade(count / most) }}
                  >
                    {isBlank ? '·' : count}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}

const shade = (share: number): string =>
  `color-mix(in srgb, var(--color-eaten) ${Math.round(100 * share)}%, var(--color-water))`;

/** Room for a map in a card, in pixels. */
const WIDEST = 440;

/** The same for many rows: a spot that stands out is seen, and the range is said in words. */
function HeatMap({ caption, counts, rows, columns, offDiagonal }: HeatProps) {
  const side = Math.max(7, Math.min(18, Math.floor(WIDEST / Math.max(rows.length, columns.length))));
  const cells = counts.flatMap((row, y) =>
    row.flatMap((count, x) => (offDiagonal && x === y ? [] : [{ x, y, count }])),
  );
  const all = cells.map(({ count }) => count);
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const told = `${caption}: ${least === most ? `always ${most}` : `${least} to ${most}, mostly ${commonest(all)}`}`;
  return (
    <figure>
      <figcaption className="pb-1 text-sm text-quiet">{told}</figcaption>
      <svg role="img" aria-label={told} width={side * columns.length} height={side * rows.length}>
        {cells.map(({ x, y, count }) => (
          <rect
            key={`${x} ${y}`}
            x={x * side}
            y={y * side}
            width={side - 1}
            height={side - 1}
            style={{ fill: shade(least === most ? 1 : 0.25 + (0.75 * (count - least)) / (most - least)) }}
          >
            <title>{`${rows[y]}, ${columns[x]}: ${count}`}</title>
          </rect>
        ))}
      </svg>
    </figure>
  );
}

function commonest(counts: readonly number[]): number {
  const times = new Map<number, number>();
  for (const count of counts) times.set(count, (times.get(count) ?? 0) + 1);
  return [...times].sort((a, b) => b[1] - a[1])[0][0];
}
