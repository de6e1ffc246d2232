import { X } from 'lucide-react';

interface PieceChoiceProps {
  /** Tags that there are. */
  tags: readonly string[];
  chosen: ReadonlySet<string>;
  onAdd: (tag: string) => void;
  onRemove: (tag: string) => void;
}

/** Pieces that a caveat touches: a tap on a tag adds it, a tap on its cross takes it out again. */
export function PieceChoice({ tags, chosen, onAdd, onRemove }: PieceChoiceProps) {
  if (tags.length === 0) return null;
  const shape = 'min-h-12 min-w-13 rounded border-2 px-2 font-mono font-semibold';
  return (
    <fieldset className="mb-2">
      <legend className="mb-1 text-sm text-quiet">
        {chosen.size === 0 ? 'Pieces it touches; none means all, or unknown' : 'Touches'}
      </legend>
      {chosen.size > 0 && (
        <ul className="mb-2 flex flex-wrap gap-2">
          {tags
            .filter((tag) => chosen.has(tag))
            .map((tag) => (
              <li key={tag}>
                <button
                  type="button"
                  onClick={() => onRemove(tag)}
                  aria-label={`${tag} is touched; take it out`}
                  className={`${shape} flex items-center gap-1.5 border-chestnut bg-chestnut text-paper`}
                >
                  {tag} <X size={15} aria-hidden />
                </button>
              </li>
            ))}
        </ul>
      )}
      <div className="flex flex-wrap gap-2">
        {tags
          .filter((tag) => !chosen.has(tag))
          .map((tag) => (
            <button
              key={tag}
              type="button"
              onClick={() => onAdd(tag)}
              aria-label={`${tag} is touched`}
              className={`${shape} border-line`}
            >
              {tag}
            </button>
          ))}
      </div>
    </fieldset>
  );
}
