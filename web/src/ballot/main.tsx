import { StrictMode } from 'react';
import { flushSync } from 'react-dom';
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
import { fetchTypefaces, pressAgain, sentAlong } from './early';
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
  const store = createBallotStore(token, sentAlong());
  const post = new Post(token, store);
  // Words first, so that the screen that came with the page does not change its language on the way.
  void post.readInOwn().then(() => {
    flushSync(() =>
      page.render(
        <StrictMode>
          <Provider store={store}>
            <PostContext.Provider value={post}>
              <Ballot />
            </PostContext.Provider>
          </Provider>
        </StrictMode>,
      ),
    );
    post.start();
    pressAgain();
    fetchTypefaces();
  });
}
