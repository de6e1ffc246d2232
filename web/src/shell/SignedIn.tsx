import { format } from 'date-fns';
import type { ReactNode } from 'react';
import { Navigate, Outlet, ScrollRestoration, useLocation } from 'react-router';
import { Mark } from '../ui/Notice';
import { Waiting } from './Waiting';
import { api } from '../client/api';
import { CommandProvider } from './CommandProvider';
import { Notices } from './Notices';

/** Said early, while there is time, about the machine that the server runs on. */
const OfTheMachine = ({ children }: { children: ReactNode }) => (
  <p role="status" className="not-printed flex items-center gap-3 bg-paper px-4 py-2 sm:px-6">
    <Mark>look here</Mark>
    <span>{children}</span>
  </p>
);

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
      {session.spaceLeft !== null && (
        <OfTheMachine>
          Only {session.spaceLeft} MB are left on the disk of the server. Make room on it before people taste.
        </OfTheMachine>
      )}
      {session.clockBehind !== null && (
        <OfTheMachine>
          The clock of the server is behind: it was {format(session.clockBehind, 'd MMM yyyy, HH:mm')} there already.
          Set it right before people taste; times would be wrong.
        </OfTheMachine>
      )}
      <Outlet context={{ me: session.me, session }} />
      <Notices />
      <ScrollRestoration />
    </CommandProvider>
  );
}
