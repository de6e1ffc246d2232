import { useState } from 'react';
import { api, refusalOf } from '../../../client/api';
import type { PaperBallotView } from '../../../client/api.generated';
import { madeSmall } from '../../../ui/picture';

/** A picture of the sheet beside what is typed off it, for whoever does not have it in hand. */
export function Picture({ id, sheet }: { id: string; sheet: PaperBallotView }) {
  const [keep, { error }] = api.useKeepPictureMutation();
  const [taken, setTaken] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const hasPicture = sheet.hasPicture || taken > 0;
  const address = `/api/tastings/${id}/sittings/${sheet.sitting}/paper/${sheet.panelistId}/picture?${taken}`;
  const take = async (file: File): Promise<void> => {
    const jpeg = await madeSmall(file);
    setProblem(jpeg === null ? 'This picture cannot be read. Take it again.' : null);
    if (jpeg === null) return;
    const kept = await keep({ id, sitting: sheet.sitting, panelist: sheet.panelistId, paperPicture: { jpeg } });
    if (!kept.error) setTaken(taken + 1);
  };
  return (
    <div>
      {hasPicture && (
        <a href={address} target="_blank" rel="noreferrer">
          <img
            src={address}
            alt={`The sheet of seat ${sheet.seat}`}
            className="mb-2 w-full rounded border border-line"
          />
        </a>
      )}
      <label className="inline-flex min-h-11 cursor-pointer items-center rounded-lg border border-chestnut px-4 font-bold text-chestnut focus-within:outline-2">
        {hasPicture ? 'Another photo' : 'Photo of the sheet'}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          tabIndex={-1}
          className="sr-only"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = '';
            if (file) void take(file);
          }}
        />
      </label>
      <p role="alert" className="mt-1 text-sm font-bold text-chestnut">
        {problem ?? (error !== undefined && refusalOf(error).message)}
      </p>
    </div>
  );
}
