import { Card } from '../ui/Card';

/** What would make a run sheet where there is none; the first reason is said elsewhere. */
export function WhatWouldHelp({ why }: { why: readonly string[] }) {
  if (why.length < 2) return null;
  return (
    <Card title="What would make a run sheet">
      <ul className="list-disc pl-5">
        {why.slice(1).map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
    </Card>
  );
}
