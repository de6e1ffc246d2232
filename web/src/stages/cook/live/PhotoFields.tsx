import { MOST_PHOTO_BYTES } from '@jacana/core/bundle';
import { useState } from 'react';
import { Photos } from '../../../kitchen/Photos';
import type { Day } from './day';
import type { Tapped } from './kitchenPost';

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

/** Longest side, and how often the quality is lowered before it is given up. */
const PIXELS = 1280;
const QUALITIES = [0.8, 0.6, 0.4, 0.2];

/** As JPEG in base64: drawn anew, so that place and time that a camera writes into it are gone. */
async function madeSmall(file: File): Promise<string | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return null;
  const scale = Math.min(1, PIXELS / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  for (const quality of QUALITIES) {
    const jpeg = canvas.toDataURL('image/jpeg', quality).split(',')[1] ?? '';
    if (jpeg.length * 0.75 < MOST_PHOTO_BYTES) return jpeg;
  }
  return null;
}
