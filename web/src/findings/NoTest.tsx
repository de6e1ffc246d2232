import { Card } from '../ui/Card';

/** Why there is nothing to test. */
export function NoTest({ reason }: { reason: string }) {
  return (
    <Card title="No test">
      <p>{reason}</p>
    </Card>
  );
}
