import type { SectionId } from '@jacana/core/findings';
import { createContext } from 'react';

/** Opens what a section comes from; null where nothing of it is at hand, as in a rehearsal. */
export const WhyContext = createContext<((section: SectionId) => void) | null>(null);
