import { useOutletContext } from 'react-router';
import type { PersonView, SessionView, TastingCard } from '../client/api.generated';

/** What pages behind the sign-in may rely on. */
export interface Desk {
  me: PersonView;
  session: SessionView;
}

export const useDesk = (): Desk => useOutletContext<Desk>();

/** What pages inside a tasting may rely on. */
export interface InTasting extends Desk {
  card: TastingCard;
}

export const useInTasting = (): InTasting => useOutletContext<InTasting>();
