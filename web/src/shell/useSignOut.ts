import { useCallback } from 'react';
import { api } from '../client/api';

/**
 * Signs out and begins with an empty page: nothing that was read stays for the next person in this tab, and no stream
 * stays open.
 */
export function useSignOut(): () => Promise<void> {
  const [signOut] = api.useSignOutMutation();
  return useCallback(async () => {
    await signOut().unwrap();
    window.location.replace('/sign-in');
  }, [signOut]);
}
