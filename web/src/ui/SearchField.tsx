interface SearchFieldProps {
  /** What is looked for, and in what. */
  label: string;
  value: string;
  onChange: (value: string) => void;
}

/** Looks through what stands below it, as it is typed. */
export function SearchField({ label, value, onChange }: SearchFieldProps) {
  return (
    <label className="not-printed block grow">
      <span className="sr-only">{label}</span>
      <input
        type="search"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        placeholder={label}
        className="w-full max-w-sm rounded-lg border border-quiet/50 bg-white px-3 py-1.5"
      />
    </label>
  );
}
