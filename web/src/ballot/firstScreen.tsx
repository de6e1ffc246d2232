import { renderToString } from 'react-dom/server';
import { Provider } from 'react-redux';
import type { BallotView } from '../client/api.generated';
import { languageNow, readIn } from '../words/words';
import { Ballot } from './Ballot';
import { createBallotStore } from './ballotStore';

/**
 * The first screen as text, made by the server: on a slow line it can be read, and pressed, seconds before the
 * scripts are there. It is the ballot's own page, so that nothing changes under the eyes once they are.
 *
 * @param ballot as it is opened for the first time
 */
export async function firstScreen(ballot: BallotView): Promise<string> {
  // Words are read in for the page as a whole, so somebody else's language may come in between.
  while (languageNow() !== ballot.language) await readIn(ballot.language);
  return renderToString(
    <Provider store={createBallotStore('', ballot)}>
      <Ballot />
    </Provider>,
  );
}
