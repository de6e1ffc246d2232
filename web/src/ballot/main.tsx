import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import '../look/theme.css';
import { Ballot } from './Ballot';
import { CodePage } from './CodePage';
import { keepPage } from './install';
import { ownLanguage } from './Languages';
import { readIn } from '../words/words';
import { lastBallot } from './memory';
import { Post } from './post';
import { createBallotStore } from './ballotStore';
import { PostContext } from './PostContext';

keepPage();
const token = window.location.pathname.split('/')[2] ?? '';
const page = createRoot(document.getElementById('root') as HTMLElement);

if (token === '') {
  void readIn(ownLanguage());
  page.render(
    <StrictMode>
      <CodePage />
    </StrictMode>,
  );
} else {
  lastBallot.write(token);
  const store = createBallotStore(token);
  const post = new Post(token, store);
  post.start();
  page.render(
    <StrictMode>
      <Provider store={store}>
        <PostContext.Provider value={post}>
          <Ballot />
        </PostContext.Provider>
      </Provider>
    </StrictMode>,
  );
}
