interface HeatProps {
  caption: string;
  counts: number[][];
  rows: string[];
  columns: string[];
  /** Leaves the diagonal out, where nothing can be counted. */
  offDiagonal?: boolean;
}

const HEADING = 'px-1 font-mono text-xs font-semibold text-quiet';

/** A small table of counts; the darker, the more. Even tables look plain, as they should. */
export function Heat({ caption, counts, rows, columns, offDiagonal }: HeatProps) {
  const most = Math.max(1, ...counts.flat());
  // Many rows are for seeing that nothing stands out, and may be small.
  const cell = rows.length > 8 ? 'h-5 min-w-6 text-xs' : 'h-6 min-w-8';
  const shade = (count: number): string =>
    `color-mix(in srgb, var(--color-eaten) ${Math.round((100 * count) / most)}%, var(--color-water))`;
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
                    style={isBlank ? undefined : { backgroundColor: shade(count) }}
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
