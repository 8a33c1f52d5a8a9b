import 'server-only';
import { answerFor, type Answer } from '../server/answers';
import type { SignedIn } from '../db/people';
import { frameShown } from './frame';
import { PLACES, type Asked } from './list';
import { pageFor } from './pages';

/** What a station shows whoever asks. @throws what its page throws: not found, or to go elsewhere */
export const stationAnswer = (person: SignedIn, asked: Asked, inTurn = false): Promise<Answer> =>
  answerFor({
    person,
    inTurn,
    answering: { about: asked.about, own: PLACES[asked.name].own ?? false, make: () => pageFor(asked) },
  });

/** What stands around every station. */
export const frameAnswer = (person: SignedIn, inTurn = false): Promise<Answer> =>
  answerFor({ person, inTurn, answering: { about: 'frame', own: true, make: frameShown } });
