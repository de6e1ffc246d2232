import { refusalOf } from '../client/api';
import { Failure, Loading } from '../ui/Notice';

interface WaitingProps {
  /** What is waited for, such as "the trays". */
  what: string;
  query: { error?: unknown; refetch: () => unknown };
}

/** Stands where something is not here yet: it is loading, or it could not be loaded, and then says why. */
export function Waiting({ what, query: { error, refetch } }: WaitingProps) {
  return error ? (
    <div className="mx-auto mt-16 max-w-lg">
      <Failure message={refusalOf(error).message} onRetry={() => void refetch()} />
    </div>
  ) : (
    <Loading what={what} />
  );
}
