import { useInTasting } from '../shell/session';

/** Pictures of a piece. One that is still on its way is not there yet. */
export function Photos({ ids, of }: { ids: readonly string[]; of: string }) {
  const { card } = useInTasting();
  if (ids.length === 0) return null;
  return (
    <ul className="mt-2 flex flex-wrap gap-2">
      {ids.map((id, at) => (
        <li key={id}>
          <a href={`/api/tastings/${card.id}/photos/${id}`} target="_blank" rel="noreferrer">
            <img
              src={`/api/tastings/${card.id}/photos/${id}`}
              alt={`Photo ${at + 1} of piece ${of}`}
              className="h-24 rounded border border-line bg-water"
            />
          </a>
        </li>
      ))}
    </ul>
  );
}
