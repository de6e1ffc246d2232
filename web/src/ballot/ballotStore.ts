import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { recall } from './memory';
import { ballotReducer, type BallotState } from './state';

export const createBallotStore = (token: string) =>
  configureStore({ reducer: ballotReducer, preloadedState: recall(token), devTools: false });

export type BallotStore = ReturnType<typeof createBallotStore>;
export const useBallot = useSelector.withTypes<BallotState>();
export const useAct = useDispatch.withTypes<BallotStore['dispatch']>();
