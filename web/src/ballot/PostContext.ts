import { createContext, useContext } from 'react';
import type { Post } from './post';

export const PostContext = createContext<Post | null>(null);

export function usePost(): Post {
  const post = useContext(PostContext);
  if (!post) throw new Error('A ballot needs its Post.');
  return post;
}
