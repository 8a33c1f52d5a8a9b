/** A stretch of a line, by its characters. */
export interface Span {
  from: number;
  until: number;
}

export interface Taken extends Span {
  match: RegExpMatchArray;
}

/** Words that carry nothing by themselves; whatever else is left of a line was not understood. */
const FILLERS = new Set(
  (
    'a an and are as at by each every for from has have having hold holding holds i in is it its made of on or our over per ' +
    'plus so some that the their them there these they this to total we which with containing contains contain altogether ' +
    'about all alike also measuring measures size sized water'
  ).split(' '),
);

/** A line as it is listened to: what was heard is blanked out, so that what nobody took is seen. */
export class Ear {
  rest: string;

  constructor(readonly line: string) {
    this.rest = line;
  }

  /** Takes the first place where the pattern fits. */
  take(pattern: RegExp): Taken | null {
    const match = this.rest.match(pattern);
    if (match?.index === undefined || match[0].length === 0) return null;
    const span = { from: match.index, until: match.index + match[0].length };
    this.blank(span);
    return { match, ...span };
  }

  takeAll(pattern: RegExp): Taken[] {
    const all: Taken[] = [];
    for (let one = this.take(pattern); one; one = this.take(pattern)) all.push(one);
    return all;
  }

  blank({ from, until }: Span): void {
    this.rest = this.rest.slice(0, from) + ' '.repeat(until - from) + this.rest.slice(until);
  }

  /** What nobody took, words beside each other in one piece. */
  left(): Span[] {
    const words = [...this.rest.matchAll(/[^\s,;:.!?()“”"‘’']+(?:[.,][^\s,;:.!?()]+)*/gu)]
      .filter((m) => !FILLERS.has(m[0].toLowerCase()))
      .map((m) => ({ from: m.index, until: m.index + m[0].length }));
    return words.reduce<Span[]>((spans, word) => {
      const last = spans.at(-1);
      if (last && /^\s*$/.test(this.line.slice(last.until, word.from))) last.until = word.until;
      else spans.push({ ...word });
      return spans;
    }, []);
  }
}
