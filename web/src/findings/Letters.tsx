/** The letters that mark who differs from whom, one row of the chart above the other. */
export function Letters({ methods, height }: { methods: readonly { id: string; letters: string }[]; height: number }) {
  return (
    <div>
      {methods.map((method) => (
        <p
          key={method.id}
          className="flex items-center justify-center border-t border-line/70 font-serif text-lg"
          style={{ height }}
        >
          {method.letters}
        </p>
      ))}
    </div>
  );
}
