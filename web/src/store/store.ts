import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api, rereadingOfApi } from '../client/api';
import { liveReducer } from './liveState';
import { noticesReducer } from './notices';
import { preferencesReducer } from './preferences';

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    preferences: preferencesReducer,
    live: liveReducer,
    notices: noticesReducer,
  },
  middleware: (defaults) => defaults().concat(api.middleware, rereadingOfApi),
});

export type State = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<State>();
