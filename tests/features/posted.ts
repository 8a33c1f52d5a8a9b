import type { Outcome } from '../../src/ui/outcome';

/** What the pages of a test sent, and what they are answered; to be laid in the place of `commands/client`. */
export const sent: { act: string; body: Record<string, unknown> }[] = [];

export const post: { answer: (act: string, body: Record<string, unknown>) => Outcome<unknown> | null } = {
  /** Null: no answer comes. */
  answer: () => ({ ok: true, value: null }),
};

export const client = {
  send: async (act: string, body: Record<string, unknown>) => {
    sent.push({ act, body });
    const outcome = post.answer(act, body);
    if (!outcome) throw new TypeError('Failed to fetch');
    return outcome;
  },
};
