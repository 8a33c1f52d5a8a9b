import 'server-only';
import { answer, type Question } from '../server/ask';
import type { SignedIn } from '../db/people';
import { modules } from './list.generated';

const QUESTIONS: ReadonlyMap<string, Question> = new Map(modules.map((m) => [m.name, m as unknown as Question]));

export function answerQuestion(person: SignedIn | null, name: string, body: unknown) {
  return answer({ questions: QUESTIONS, person, name, body });
}
