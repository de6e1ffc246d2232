import { useRouteError } from 'react-router';
import { Failure } from '../../ui/Notice';

/** Shown when a screen itself fails; what was acknowledged is on the server. */
export function BrokenPage() {
  const error = useRouteError();
  const detail = error instanceof Error ? error.message : '';
  return (
    <main className="mx-auto mt-24 max-w-lg">
      <Failure
        message="This screen broke. Everything that was acknowledged is safe; load the page again."
        onRetry={() => window.location.reload()}
      />
      <p className="mt-3 text-sm text-quiet">{detail}</p>
    </main>
  );
}
