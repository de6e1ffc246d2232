interface HeatProps {
  caption: string;
  counts: number[][];
  rows: string[];
  columns: string[];
  /** Leaves the diagonal out, where nothing can be counted. */
  offDiagonal?: boolean;
}

/** A small table of counts; the darker, the more. Even tables look plain, as they should. */
export function Heat({ caption, counts, rows, columns, offDiagonal }: HeatProps) {
  const most = Math.max(1, ...counts.flat());
  return (
    <table className="border-separate border-spacing-0.5 text-center text-sm">
      <caption className="pb-1 text-left text-quiet">{caption}</caption>
      <thead>
        <tr>
          <td />
          {columns.map((column) => (
            <th key={column} scope="col" className="px-1 font-mono text-xs font-semibold text-quiet">
              {column}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {counts.map((row, at) => (
          <tr key={rows[at]}>
            <th scope="row" className="pr-1 text-right font-mono text-xs font-semibold text-quiet">
              {rows[at]}
            </th>
            {row.map((count, column) => (
              <td
                key={columns[column]}
                className="h-6 min-w-8 rounded"
                style={{
                  backgroundColor:
                    offDiagonal && at === column
                      ? undefined
                      : `color-mix(in srgb, var(--color-eaten) ${Math.round((100 * count) / most)}%, var(--color-water))`,
                }}
              >
                {offDiagonal && at === column ? '·' : count}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
