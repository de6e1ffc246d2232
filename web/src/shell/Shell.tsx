import { KeyRound, LogOut, Users } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { type ReactNode, useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { Key } from '../ui/Key';
import { Pad } from '../ui/Pad';
import { api } from '../client/api';
import type { PersonView } from '../client/api.generated';
import { useCommands } from './CommandProvider';
import { useCommandBook } from './commands';
import { useSignOut } from './useSignOut';
import { rememberUnits, unitsChosen } from '../store/preferences';
import { useAppDispatch, useAppSelector } from '../store/store';

interface ShellProps {
  me: PersonView;
  /** Title of the open tasting. */
  crumb?: string;
  /** The seal, inside a tasting. */
  seal?: ReactNode;
  children: ReactNode;
}

/** The desk around every staff screen. */
export function Shell({ me, crumb, seal, children }: ShellProps) {
  const units = useUnitsSwitch();
  useDeskCommands(me, units.flip);
  const { openPalette } = useCommandBook();
  return (
    <div className="min-h-screen">
      <title>{crumb ? `${crumb} · Jacana` : 'Jacana'}</title>
      <a
        href={crumb ? '#form' : '#content'}
        className="absolute left-3 z-50 -translate-y-20 rounded-lg bg-ink px-4 py-2 text-white focus:translate-y-2"
      >
        Skip to the content
      </a>
      <header className="not-printed flex h-12.5 items-center gap-2 border-b border-line bg-paper px-4 sm:gap-3.5 sm:px-6">
        <Link to="/" className="flex items-center gap-3.5 rounded" aria-label="Jacana, all tastings">
          <Pad size={26} colour="#1B6E6A" />
          <span className="hidden font-serif text-xl font-medium sm:inline">Jacana</span>
        </Link>
        {crumb && (
          <span className="truncate font-bold before:mr-3 before:font-normal before:text-quiet before:content-['/']">
            {crumb}
          </span>
        )}
        <button
          type="button"
          onClick={openPalette}
          className="hidden rounded lg:block"
          aria-label="Find a command, Ctrl K"
        >
          <Key>Ctrl K</Key>
        </button>
        <span className="grow" />
        <button
          type="button"
          onClick={units.flip}
          className="rounded px-2 py-1 font-mono text-sm font-semibold whitespace-nowrap hover:bg-pad"
          aria-label={`Units: ${units.label}. Switch.`}
        >
          {units.label}
        </button>
        <AccountMenu me={me} />
        {seal}
      </header>
      <main
        id="content"
        tabIndex={-1}
        className="mx-auto max-w-[80rem] px-4 pt-1 pb-12 outline-none sm:px-6 min-[100rem]:max-w-[112rem]"
      >
        {children}
      </main>
    </div>
  );
}

function useUnitsSwitch() {
  const units = useAppSelector((state) => state.preferences.units);
  const dispatch = useAppDispatch();
  const flip = useMemo(() => {
    const next = units === 'metric' ? 'us' : 'metric';
    return () => {
      rememberUnits(next);
      dispatch(unitsChosen(next));
    };
  }, [units, dispatch]);
  return { label: units === 'metric' ? '°C g' : '°F oz', flip };
}

function useDeskCommands(me: PersonView, flipUnits: () => void): void {
  const go = useNavigate();
  const signOut = useSignOut();
  const commands = useMemo(
    () => [
      { label: 'All tastings', group: 'Go to', keys: 'd', run: () => void go('/') },
      ...(me.role === 'coordinator' ? [{ label: 'Team', group: 'Go to', keys: 't', run: () => void go('/team') }] : []),
      { label: 'Your sign-in', group: 'Go to', run: () => void go('/account') },
      { label: 'Switch units', group: 'Desk', keys: 'u', run: flipUnits },
      { label: 'Sign out', group: 'Desk', run: () => void signOut() },
    ],
    [go, me.role, flipUnits, signOut],
  );
  useCommands(commands);
  useTastingCommands();
}

/** Every tasting can be gone to by its name. */
function useTastingCommands(): void {
  const go = useNavigate();
  const { data: cards } = api.useListTastingsQuery({});
  useCommands(
    useMemo(
      () =>
        (cards ?? []).map(({ id, title }) => ({
          label: `Open ${title}`,
          group: 'Tastings',
          run: () => void go(`/tastings/${id}`),
        })),
      [cards, go],
    ),
  );
}

function AccountMenu({ me }: { me: PersonView }) {
  const signOut = useSignOut();
  const item = 'flex cursor-pointer items-center gap-2 rounded-md px-3 py-2 outline-none data-[highlighted]:bg-pad';
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="rounded px-2 py-1 text-sm hover:bg-pad">
        {me.name}
        <span className="hidden text-quiet sm:inline">, {me.role}</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-30 min-w-44 rounded-lg border border-line bg-paper p-1.5 shadow-lg"
        >
          {me.role === 'coordinator' && (
            <DropdownMenu.Item asChild className={item}>
              <Link to="/team">
                <Users size={16} /> Team
              </Link>
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Item asChild className={item}>
            <Link to="/account">
              <KeyRound size={16} /> Your sign-in
            </Link>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => void signOut()}>
            <LogOut size={16} /> Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
