import type { BallotItem } from '@jacana/core/bundle';

/** The question, and what its word means. */
export function QuestionHead({ item, id }: { item: Pick<BallotItem, 'ask' | 'definition'>; id: string }) {
  return (
    <>
      <h1 id={id} className="my-2 text-center font-serif text-2xl leading-tight text-balance break-words">
        {item.ask}
      </h1>
      {item.definition && <p className="mb-3 text-center text-quiet dim:text-night-quiet">{item.definition}</p>}
    </>
  );
}
