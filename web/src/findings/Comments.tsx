import { wordCounts, type Comment, type FoundMethod } from '@jacana/core/findings';
import { useState } from 'react';
import { SearchField } from '../ui/SearchField';
import { MethodName } from './MethodName';

/** So few are read at a glance. */
const FEW = 6;

/** What people wrote, by what they liked best there; looked for by any word of it. */
export function Comments({ comments, methods }: { comments: readonly Comment[]; methods: FoundMethod[] }) {
  const [sought, setSought] = useState('');
  const found = comments.filter(({ text }) => text.toLowerCase().includes(sought.trim().toLowerCase()));
  const words = wordCounts(comments.map(({ text }) => text));
  const groups = [...methods.map(({ id }) => id), null]
    .map((liked) => ({ liked, own: found.filter((comment) => comment.liked === liked) }))
    .filter(({ own }) => own.length > 0);
  const hasGroups = comments.some(({ liked }) => liked !== null);
  return (
    <>
      {comments.length > FEW && (
        <div className="mb-2">
          <SearchField label="Look for a word in the comments" value={sought} onChange={setSought} />
        </div>
      )}
      {words.length > 0 && (
        <p className="mb-2 text-sm text-quiet">
          In several: {words.map(({ answer, times }) => `${answer} ${times}`).join(' · ')}
        </p>
      )}
      {sought && (
        <p role="status" className="text-sm text-quiet">
          {found.length} of {comments.length}
        </p>
      )}
      {groups.map(({ liked, own }) => {
        const at = methods.findIndex(({ id }) => id === liked);
        return (
          <div key={liked ?? 'nobody'} className="mb-2">
            {hasGroups && (
              <p className="flex flex-wrap items-center gap-2 text-sm text-quiet">
                {at < 0 ? (
                  'No single one liked best:'
                ) : (
                  <>
                    Liked best: <MethodName at={at} name={methods[at].name} isLeading={false} />
                  </>
                )}
              </p>
            )}
            <ul className="space-y-1">
              {own.map(({ seat, text }, line) => (
                <li key={`${seat} ${line}`} className="break-words">
                  <span className="mr-2 text-sm text-quiet">seat {seat}</span>
                  {text}
                </li>
              ))}
            </ul>
          </div>
        );
      })}
    </>
  );
}
