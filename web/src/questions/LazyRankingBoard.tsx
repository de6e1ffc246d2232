import { lazy } from 'react';

/** The board brings drag and drop with it, which a ballot without a ranking need not load. */
export const fetchRankingBoard = () => import('./RankingBoard');

export const LazyRankingBoard = lazy(() =>
  fetchRankingBoard().then(
    ({ RankingBoard }) => ({ default: RankingBoard }),
    () => ({ default: NotHere }),
  ),
);

function NotHere() {
  return (
    <p role="alert">
      This question did not come through. Load the page again once there is a connection; what you answered is kept.
    </p>
  );
}
