import { useState } from 'react';
import { Photos } from '../../../kitchen/Photos';
import { madeSmall } from '../../../ui/picture';
import type { Day } from '../day/day';
import type { Tapped } from '../day/kitchenPost';

interface PhotoFieldsProps {
  piece: string;
  day: Day;
  write: (tapped: Tapped, text: string) => void;
}

/** A picture of a piece, made small before it leaves the tablet. */
export function PhotoFields({ piece, day, write }: PhotoFieldsProps) {
  const [problem, setProblem] = useState<string | null>(null);
  const ids = (day.state.pieces.get(piece)?.photos ?? []).map(({ value }) => value);
  const take = async (file: File): Promise<void> => {
    const jpeg = await madeSmall(file);
    setProblem(jpeg === null ? 'This picture cannot be read. Take it again.' : null);
    if (jpeg !== null) write({ kind: 'photo', piece, jpeg }, `a photo of ${piece}`);
  };
  return (
    <div className="mt-3">
      <label className="inline-flex min-h-12 cursor-pointer items-center rounded-lg border border-chestnut px-4 font-bold text-chestnut focus-within:outline-2">
        Photo
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = '';
            if (file) void take(file);
          }}
        />
      </label>
      {problem && (
        <p role="alert" className="mt-1 font-bold text-chestnut">
          {problem}
        </p>
      )}
      <Photos ids={ids} of={piece} />
    </div>
  );
}
