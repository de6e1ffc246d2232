import { Navigate, Outlet, ScrollRestoration, useLocation } from 'react-router';
import { Waiting } from './Waiting';
import { api } from '../client/api';
import { CommandProvider } from './CommandProvider';
import { Notices } from './Notices';

/** Lets in whoever is signed in, and shows the others where to. */
export function SignedIn() {
  const query = api.useGetSessionQuery();
  const { data: session } = query;
  const { pathname } = useLocation();
  if (!session) return <Waiting what="Jacana" query={query} />;
  if (session.setUpNeeded) return <Navigate to="/set-up" replace />;
  if (!session.me) return <Navigate to="/sign-in" replace state={{ from: pathname }} />;
  return (
    <CommandProvider>
      <Outlet context={{ me: session.me, session }} />
      <Notices />
      <ScrollRestoration />
    </CommandProvider>
  );
}
