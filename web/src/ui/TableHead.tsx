/** The line of headings above a table. */
export function TableHead({ headings }: { headings: readonly string[] }) {
  return (
    <thead>
      <tr className="border-b border-line text-left text-sm text-quiet">
        {headings.map((heading) => (
          <th key={heading} scope="col" className="pr-2 align-bottom">
            {heading}
          </th>
        ))}
      </tr>
    </thead>
  );
}
