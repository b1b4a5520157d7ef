import { expect as plainly } from 'vitest';
import { isChecked, isDisabled, isVisible, Locator, matches, until, valueOf } from './locator';
import { accessibleDescription } from './names';
import type { Page } from './page';

type Match = string | RegExp;

/** A check is looked at until it holds, as the browser's driver does: what comes a moment later is there. */
async function holds(told: string, check: () => boolean, isNot: boolean, seen: () => unknown): Promise<void> {
  const found = await until(() => (check() === isNot ? null : true));
  if (found) return;
  throw new Error(`${told}${isNot ? ' not' : ''}\nseen: ${String(seen()).replace(/\s+/g, ' ').slice(0, 2500)}`);
}

const textOf = (e: Element) => e.textContent ?? '';

function ofLocator(what: Locator, isNot: boolean) {
  const all = () => what.find();
  const seen = () => all().map((e) => `${e.outerHTML.slice(0, 500)} … ${textOf(e)}`).join('\n') || `nothing; ${document.body.textContent ?? ''}`; // prettier-ignore
  const each = (name: string, fits: (e: Element) => boolean) =>
    holds(
      `${what.told} ${name}`,
      () => {
        const found = all();
        if (found.length > 1) throw new Error(`${what.told}: ${found.length} of them: ${seen()}`);
        return found[0] !== undefined && fits(found[0]);
      },
      isNot,
      seen,
    );
  const texts = (name: string, wanted: Match | readonly Match[], of: (e: Element) => string, exact: boolean) =>
    Array.isArray(wanted)
      ? holds(
          `${what.told} ${name} ${JSON.stringify(wanted.map(String))}`,
          () => all().length === wanted.length && all().every((e, i) => matches(of(e), wanted[i] as Match, exact)),
          isNot,
          seen,
        )
      : each(`${name} ${String(wanted)}`, (e) => {
          const text = of(e);
          /* Texts are compared with their capitals. */
          return typeof wanted === 'string' ? (exact ? matches(text, wanted, true) : plain(text).includes(plain(wanted))) : matches(text, wanted as RegExp);
        }); // prettier-ignore
  return {
    toBeVisible: () => each('to be visible', isVisible),
    toBeHidden: () => holds(`${what.told} to be hidden`, () => !all().some(isVisible), isNot, seen),
    toBeAttached: () => each('to be attached', () => true),
    toHaveCount: (n: number) => holds(`${what.told} to be ${n}`, () => all().length === n, isNot, seen),
    toContainText: (wanted: Match | readonly Match[]) => texts('to contain', wanted, textOf, false),
    toHaveText: (wanted: Match | readonly Match[]) => texts('to be', wanted, textOf, true),
    toHaveValue: (wanted: Match) =>
      each(`to have the value ${String(wanted)}`, (e) => (typeof wanted === 'string' ? valueOf(e) === wanted : wanted.test(valueOf(e)))),
    toBeDisabled: () => each('to be disabled', isDisabled),
    toBeEnabled: () => each('to be enabled', (e) => !isDisabled(e)),
    toBeChecked: () => each('to be checked', isChecked),
    toBeFocused: () => each('to be focused', (e) => document.activeElement === e),
    toHaveAttribute: (name: string, wanted: Match = /.*/) =>
      each(`to have ${name} ${String(wanted)}`, (e) => e.hasAttribute(name) && matches(e.getAttribute(name) ?? '', wanted, true)),
    toHaveAccessibleDescription: (wanted: Match) =>
      each(`to be described ${String(wanted)}`, (e) => matches(accessibleDescription(e), wanted, true)),
  };
}

const plain = (text: string) => text.replace(/\s+/g, ' ').trim();

function ofPage(page: Page, isNot: boolean) {
  return {
    toHaveURL: (wanted: Match) =>
      holds(`the address to be ${String(wanted)}`, () => matches(page.url(), wanted, true), isNot, () => page.url()), // prettier-ignore
    toHaveTitle: (wanted: Match) =>
      holds(`the title to be ${String(wanted)}`, () => matches(document.title, wanted, true), isNot, () => document.title), // prettier-ignore
  };
}

const both = <T>(of: (isNot: boolean) => T) => ({ ...of(false), not: of(true) });

/** What is expected of a thing on the page is waited for; of anything else it is said at once. */
export const expect = Object.assign(
  (what: unknown, message?: string) => {
    if (what instanceof Locator) return both((isNot) => ofLocator(what, isNot));
    if (isPage(what)) return both((isNot) => ofPage(what, isNot));
    if (typeof what === 'function') return { ...plainly(what, message), toPass: () => passes(what as () => Promise<void>) };
    return plainly(what, message);
  },
  {
    any: plainly.any,
    stringContaining: plainly.stringContaining,
    arrayContaining: plainly.arrayContaining,
    poll: (read: () => unknown) => plainly.poll(read, { timeout: 15_000, interval: 20 }),
  },
);

const isPage = (what: unknown): what is Page => typeof what === 'object' && what !== null && 'goto' in what;

async function passes(run: () => Promise<void>): Promise<void> {
  for (const end = performance.now() + 15_000; ;) {
    try {
      return await run();
    } catch (error) {
      if (performance.now() > end) throw error;
    }
  }
}
