/** Something that can be found by words. */
export interface Findable {
  readonly id: string;
  readonly title: string;
  /** Everything it may be called by beside its title. */
  readonly words: readonly string[];
}

/** Words that say nothing of what is sought. */
const SAYS_NOTHING = new Set(['the', 'a', 'an', 'on', 'of', 'in', 'at', 'to', 'with', 'and', 'for', 'all', 'my']);

/** A word as it is compared: small, without the s of a plural, without marks of speech at its ends. */
function plain(word: string): string {
  const bare = word.toLowerCase().replace(/^[^a-z0-9#./]+|[^a-z0-9"']+$/gi, '');
  return bare.length > 3 && bare.endsWith('s') && !bare.endsWith('ss') ? bare.slice(0, -1) : bare;
}

/** The words of a text that say something. */
export function saying(text: string): string[] {
  return text
    .split(/[\s,;:()]+/)
    .map(plain)
    .filter((w) => w !== '' && !SAYS_NOTHING.has(w));
}

interface Prepared {
  readonly item: Findable;
  readonly title: readonly string[];
  readonly words: readonly string[];
}

/** A list made ready once, to be asked with every key that is pressed. */
export class Finder<T extends Findable> {
  private readonly prepared: readonly Prepared[];

  constructor(items: readonly T[]) {
    this.prepared = items.map((item) => ({
      item,
      title: saying(item.title),
      words: item.words.flatMap(saying),
    }));
  }

  /**
   * What every word of the question fits, the best first: each word begins a word of the title (best where it is that word) or of what else
   * it is called by. Nothing asked, nothing found. At most `limit`.
   */
  find(question: string, limit: number): T[] {
    const asked = saying(question);
    if (asked.length === 0) return [];
    const found: { item: Findable; score: number; order: number }[] = [];
    this.prepared.forEach((p, order) => {
      let score = 0;
      for (const word of asked) {
        const one = Math.max(fit(word, p.title, 4), fit(word, p.words, 1));
        if (one === 0) return;
        score += one;
      }
      found.push({ item: p.item, score: score / (1 + p.title.length / 20), order });
    });
    return found
      .sort((a, b) => b.score - a.score || a.order - b.order)
      .slice(0, limit)
      .map((f) => f.item as T);
  }
}

/** How well a word fits one of these: twice the weight where it is one of them, once where it begins one, 0 where it is in none. */
function fit(word: string, among: readonly string[], weight: number): number {
  let best = 0;
  for (const w of among) {
    if (w === word) return 2 * weight;
    if (w.startsWith(word)) best = weight;
  }
  return best;
}
