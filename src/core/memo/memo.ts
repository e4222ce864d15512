import QuickLRU from 'quick-lru';

/** A kind of answer that is kept: its name, told apart from all others, and how many of it are kept. */
export interface Question<T> {
  readonly name: string;
  readonly most: number;
  /** Never there: it tells the kind of answer. */
  readonly answer?: T;
}

/** Names of long texts that are kept; a text that comes back later has a new name, and is worked out anew. Numerical. */
const MAX_NAMES = 20_000;

/**
 * Answers of pure functions, kept for who asks again: one object, made by who holds a run and passed in, bounded in every
 * kind of answer. An answer is kept by all of its inputs, so what it gives never depends on who asked before.
 */
export class Memo {
  private readonly written = new Map<string, QuickLRU<string, unknown>>();
  private readonly byObject = new Map<string, WeakMap<object, unknown>>();
  private readonly names = new QuickLRU<string, string>({ maxSize: MAX_NAMES });
  private named = 0;

  /**
   * The answer to a question, made when it is not kept.
   * @param inputs all that the answer depends on, written out
   * @example memo.recall(PATTERNS, JSON.stringify(plate), () => steadyPattern(plate))
   */
  recall<T>(question: Question<T>, inputs: string, make: () => T): T {
    const kept = this.answersTo(question);
    if (kept.has(inputs)) return kept.get(inputs) as T;
    const answer = make();
    kept.set(inputs, answer);
    return answer;
  }

  /** Keeps an answer in place of the last one: for what goes on from it, and looks through itself how far it may. */
  keep<T>(question: Question<T>, inputs: string, answer: T): void {
    this.answersTo(question).set(inputs, answer);
  }

  /** The answer as it is kept; nothing when it is not. */
  kept<T>(question: Question<T>, inputs: string): T | undefined {
    return this.answersTo(question).get(inputs) as T | undefined;
  }

  /** The answer that follows from one object which never changes; kept as long as the object is. */
  of<T>(question: Pick<Question<T>, 'name' | 'answer'>, input: object, make: () => T): T {
    let kept = this.byObject.get(question.name);
    if (!kept) this.byObject.set(question.name, (kept = new WeakMap()));
    if (!kept.has(input)) kept.set(input, make());
    return kept.get(input) as T;
  }

  /** A short name for a long text: the same for the same text, and no two texts ever share one. */
  nameOf(text: string): string {
    let name = this.names.get(text);
    if (name === undefined) this.names.set(text, (name = `#${++this.named}`));
    return name;
  }

  private answersTo<T>({ name, most }: Question<T>): QuickLRU<string, unknown> {
    let kept = this.written.get(name);
    if (!kept) this.written.set(name, (kept = new QuickLRU({ maxSize: most })));
    return kept;
  }
}
