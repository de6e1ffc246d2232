import type { Locale } from '@jacana/core/kitchen';
import { api } from '../client/api';

/** Whose published limits this house asks for. */
export const useLocale = (): Locale => api.useGetHouseQuery().data?.locale ?? 'us';
