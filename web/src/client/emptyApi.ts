import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

/** The client without routes; the generated file adds one for every route of the contract. */
export const emptyApi = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: '/' }),
  // A run sheet is computed for many seconds; facts that grew stale meanwhile are read again without waiting for it.
  invalidationBehavior: 'immediately',
  endpoints: () => ({}),
});
