import { configureStore } from '@reduxjs/toolkit';
import { createContext, useContext } from 'react';
import { useDispatch, useSelector } from 'react-redux';
import { recall } from './memory';
import type { Post } from './post';
import { ballotReducer, type BallotState } from './state';

export const createBallotStore = (token: string) =>
  configureStore({ reducer: ballotReducer, preloadedState: recall(token), devTools: false });

export type BallotStore = ReturnType<typeof createBallotStore>;
export const useBallot = useSelector.withTypes<BallotState>();
export const useAct = useDispatch.withTypes<BallotStore['dispatch']>();

export const PostContext = createContext<Post | null>(null);

export function usePost(): Post {
  const post = useContext(PostContext);
  if (!post) throw new Error('A ballot needs its Post.');
  return post;
}
