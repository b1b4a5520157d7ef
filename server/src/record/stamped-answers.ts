/** Answers to keep: kits by their first page and what is found in them. */
const KEPT = 64;

/** Answers that stay true for as long as the kit's record is the one they were made of; the oldest go first. */
export class StampedAnswers {
  private readonly kept = new Map<string, { readonly stamp: string; readonly text: string }>();

  /** What was answered to `question` at `stamp`, or what `make` answers now; null is not kept. */
  async of(question: string, stamp: string, make: () => Promise<string | null>): Promise<string | null> {
    const known = this.kept.get(question);
    if (known?.stamp === stamp) return known.text;
    const text = await make();
    this.kept.delete(question);
    if (text !== null) this.kept.set(question, { stamp, text });
    for (const old of [...this.kept.keys()].slice(0, -KEPT)) this.kept.delete(old);
    return text;
  }
}
