import { answerQuestion } from '../../../questions/registry';
import { answerJson, edge, MEMBERS } from '../../../server/edge';

export const dynamic = 'force-dynamic';

/** Something a screen asks before anything is recorded: `{ question, body }`. Limited by person. */
export async function POST(request: Request) {
  return edge(request, MEMBERS, async ({ question, body }, person) =>
    answerJson(await answerQuestion(person, question as string, body ?? {})),
  );
}
