import { Navigate, Outlet, useLocation } from 'react-router';
import { Failure, Loading } from '../ui/Notice';
import { api, refusalOf } from '../client/api';
import { CommandProvider } from './CommandProvider';
import { Notices } from './Notices';

/** Lets in whoever is signed in, and shows the others where to. */
export function SignedIn() {
  const { data: session, error, refetch } = api.useGetSessionQuery();
  const { pathname } = useLocation();
  if (error) {
    return (
      <div className="mx-auto mt-24 max-w-lg">
        <Failure message={refusalOf(error).message} onRetry={() => void refetch()} />
      </div>
    );
  }
  if (!session) return <Loading what="Jacana" />;
  if (session.setUpNeeded) return <Navigate to="/set-up" replace />;
  if (!session.me) return <Navigate to="/sign-in" replace state={{ from: pathname }} />;
  return (
    <CommandProvider>
      <Outlet context={{ me: session.me, session }} />
      <Notices />
    </CommandProvider>
  );
}
