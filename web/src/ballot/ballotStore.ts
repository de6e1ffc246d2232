import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import type { BallotView } from '../client/api.generated';
import { recall } from './memory';
import { ballotReducer, type BallotState } from './state';

/** @param sent the ballot that came with the page; what this device knows of it goes before */
export function createBallotStore(token: string, sent: BallotView | null = null) {
  const known = recall(token);
  const preloadedState = known.ballot ? known : { ...known, ballot: sent };
  return configureStore({ reducer: ballotReducer, preloadedState, devTools: false });
}

export type BallotStore = ReturnType<typeof createBallotStore>;
export const useBallot = useSelector.withTypes<BallotState>();
export const useAct = useDispatch.withTypes<BallotStore['dispatch']>();
