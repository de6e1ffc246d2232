import { Navigate, Outlet, ScrollRestoration, useLocation } from 'react-router';
import { Mark } from '../ui/Notice';
import { Waiting } from './Waiting';
import { api } from '../client/api';
import { CommandProvider } from './CommandProvider';
import { Notices } from './Notices';

/** Said early, while there is time: what is answered must find room. */
function SpaceLow({ left }: { left: number }) {
  return (
    <p role="status" className="not-printed flex items-center gap-3 bg-paper px-4 py-2 sm:px-6">
      <Mark>look here</Mark>
      Only {left} MB are left on the disk of the server. Make room on it before people taste.
    </p>
  );
}

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
      {session.spaceLeft !== null && <SpaceLow left={session.spaceLeft} />}
      <Outlet context={{ me: session.me, session }} />
      <Notices />
      <ScrollRestoration />
    </CommandProvider>
  );
}
