import userEvent from '@testing-library/user-event';
import { answered } from './fill-in';
import { accessibleName, byRole } from './names';

type Match = string | RegExp;
interface ByRole {
  name?: Match;
  exact?: boolean;
  level?: number;
  checked?: boolean;
  pressed?: boolean;
  expanded?: boolean;
  selected?: boolean;
}
interface Filter {
  hasText?: Match;
  has?: Locator;
  hasNot?: Locator;
  hasNotText?: Match;
}

/** How long something may take to appear, ms: generous, for a loaded machine. */
const PATIENCE_MS = 40_000;
const LOOK_AGAIN_MS = 8;

export const hands = userEvent.setup({ delay: null, pointerEventsCheck: 0 });

const plain = (text: string) => text.replace(/\s+/g, ' ').trim();

/** As the browser's driver matches: a text is found in any case as a part, unless it must be exact. */
export function matches(text: string, wanted: Match | undefined, exact = false): boolean {
  if (wanted === undefined) return true;
  const given = plain(text);
  if (typeof wanted !== 'string') return wanted.test(given);
  return exact ? given === plain(wanted) : given.toLowerCase().includes(plain(wanted).toLowerCase());
}

/** Whether an element is seen, as far as that is said without a style sheet. A dialog hides what is behind it from whoever listens only. */
function isVisible(element: Element): boolean {
  for (let e: Element | null = element; e; e = e.parentElement) {
    const { display, visibility } = (e as HTMLElement).style ?? {};
    if (e.hasAttribute('hidden') || display === 'none' || visibility === 'hidden') return false;
    const around: Element | null = e.parentElement;
    if (around?.tagName === 'DETAILS' && !around.hasAttribute('open') && e.tagName !== 'SUMMARY') return false;
  }
  return element.isConnected;
}

/** Whether an element is there for whoever listens. */
const isHeard = (element: Element): boolean => isVisible(element) && element.closest('[aria-hidden="true"]') === null;

const flag = (element: Element, name: string): boolean => element.getAttribute(name) === 'true';

function isChecked(element: Element): boolean {
  return (element as HTMLInputElement).checked === true || flag(element, 'aria-checked');
}

function isDisabled(element: Element): boolean {
  if ((element as HTMLButtonElement).disabled === true) return true;
  if (element.closest('fieldset:disabled')) return true;
  return element.closest('[aria-disabled="true"]') !== null;
}

function labelsOf(element: Element): string[] {
  const by = element.getAttribute('aria-labelledby');
  if (by !== null) return [by.split(/\s+/).map((id) => document.getElementById(id)?.textContent ?? '').join(' ')]; // prettier-ignore
  const own = element.getAttribute('aria-label');
  const of = element.id === '' ? [] : [...document.querySelectorAll(`label[for="${element.id}"]`)];
  const round = element.closest('label');
  return [
    ...(own === null ? [] : [own]),
    ...[...of, ...(round && /^(INPUT|SELECT|TEXTAREA)$/.test(element.tagName) ? [round] : [])].map(labelText),
  ];
}

/** A label's text without what is typed or chosen in the fields it holds. */
function labelText(label: Element): string {
  const copy = label.cloneNode(true) as Element;
  for (const field of copy.querySelectorAll('select,textarea')) field.remove();
  return copy.textContent ?? '';
}

/** What a field shows as its value. */
export const valueOf = (element: Element): string => (element as HTMLInputElement).value ?? '';

/** A way to elements, looked for anew whenever something is asked of them. */
export class Locator {
  constructor(
    readonly find: () => Element[],
    readonly told: string,
  ) {}

  private within(look: (root: Element) => Element[], told: string): Locator {
    return new Locator(() => [...new Set(this.find().flatMap(look))], `${this.told}.${told}`);
  }
  private narrowed(pick: (all: Element[]) => Element[], told: string): Locator {
    return new Locator(() => pick(this.find()), `${this.told}.${told}`);
  }

  getByRole(role: string, options: ByRole = {}): Locator {
    const fits = (e: Element) =>
      isHeard(e) &&
      (options.name === undefined || matches(accessibleName(e), options.name, options.exact)) &&
      (options.level === undefined || e.tagName === `H${options.level}` || e.getAttribute('aria-level') === String(options.level)) &&
      (options.checked === undefined || isChecked(e) === options.checked) &&
      (options.pressed === undefined || flag(e, 'aria-pressed') === options.pressed) &&
      (options.expanded === undefined || flag(e, 'aria-expanded') === options.expanded) &&
      (options.selected === undefined || flag(e, 'aria-selected') === options.selected);
    return this.within((root) => byRole(root, role).filter(fits), `getByRole(${role}, ${String(options.name)})`);
  }

  getByText(text: Match, { exact = false }: { exact?: boolean } = {}): Locator {
    const own = (e: Element): Element[] => {
      if (/^(SCRIPT|STYLE|NOSCRIPT)$/.test(e.tagName)) return [];
      const inner = [...e.children].flatMap(own);
      return inner.length > 0 || !matches(e.textContent ?? '', text, exact) ? inner : [e];
    };
    return this.within((root) => [...root.children].flatMap(own), `getByText(${String(text)})`);
  }

  getByLabel(text: Match, { exact = false }: { exact?: boolean } = {}): Locator {
    return this.within(
      (root) =>
        [...root.querySelectorAll('input,select,textarea,button,[aria-label],[aria-labelledby]')].filter((e) =>
          labelsOf(e).some((label) => matches(label, text, exact)),
        ),
      `getByLabel(${String(text)})`,
    );
  }

  getByTestId(id: string): Locator {
    return this.locator(`[data-testid="${id}"]`);
  }

  locator(css: string): Locator {
    return this.within((root) => [...root.querySelectorAll(css)], `locator(${css})`);
  }

  filter({ hasText, has, hasNot, hasNotText }: Filter): Locator {
    return this.narrowed(
      (all) =>
        all.filter((e) => {
          if (hasText !== undefined && !matches(e.textContent ?? '', hasText)) return false;
          if (hasNotText !== undefined && matches(e.textContent ?? '', hasNotText)) return false;
          const holds = (what: Locator) => what.find().some((x) => x !== e && e.contains(x));
          return !(has && !holds(has)) && !(hasNot && holds(hasNot));
        }),
      'filter',
    );
  }
  first(): Locator {
    return this.nth(0);
  }
  last(): Locator {
    return this.narrowed((all) => all.slice(-1), 'last');
  }
  nth(n: number): Locator {
    return this.narrowed((all) => all.slice(n, n + 1), `nth(${n})`);
  }
  and(other: Locator): Locator {
    return this.narrowed((all) => all.filter((e) => other.find().includes(e)), 'and');
  }
  or(other: Locator): Locator {
    return this.narrowed((all) => [...new Set([...all, ...other.find()])], 'or');
  }

  /** The one element there is, waited for. Throws where it does not come, and where there are several. */
  async one(wanted: (element: Element) => boolean = () => true, why = 'there'): Promise<Element> {
    let seen: Element[] = [];
    const found = await until(() => {
      seen = this.find();
      if (seen.length > 1)
        throw new Error(`${this.told}: ${seen.length} of them\n${seen.map((e) => e.outerHTML.slice(0, 300)).join('\n')}`);
      return seen[0] !== undefined && wanted(seen[0]) ? seen[0] : null;
    });
    if (!found)
      throw new Error(
        `${this.told} is not ${why}${seen[0] ? `: ${seen[0].outerHTML.slice(0, 400)}` : ''}\n${plain(document.body.textContent ?? '').slice(0, 3000)}`,
      );
    return found;
  }
  private ready = (): Promise<Element> => this.one((e) => isVisible(e) && !isDisabled(e), 'ready for a hand');

  async click({ button, modifiers = [] }: { button?: 'right'; modifiers?: readonly string[]; force?: boolean } = {}): Promise<void> {
    const element = await this.ready();
    const held = modifiers.map((m) => `{${m}>}`).join('');
    if (held !== '') await hands.keyboard(held);
    await hands.pointer([{ keys: button === 'right' ? '[MouseRight]' : '[MouseLeft]', target: element }]);
    if (button === 'right') element.dispatchEvent(new MouseEvent('contextmenu', { bubbles: true, cancelable: true }));
    if (held !== '') await hands.keyboard(modifiers.map((m) => `{/${m}}`).join(''));
    await settled();
  }
  async tap(): Promise<void> {
    await hands.pointer([{ keys: '[TouchA]', target: await this.ready() }]);
    await settled();
  }
  async dblclick(): Promise<void> {
    await hands.dblClick(await this.ready());
    await settled();
  }
  async hover(): Promise<void> {
    await hands.hover(await this.ready());
    await settled();
  }
  async fill(text: string): Promise<void> {
    const element = (await this.ready()) as HTMLInputElement;
    element.focus();
    typeInto(element, text);
    await settled();
  }
  async clear(): Promise<void> {
    await this.fill('');
  }
  async press(key: string): Promise<void> {
    const element = (await this.one()) as HTMLElement;
    element.focus();
    await pressKey(key);
  }
  async focus(): Promise<void> {
    ((await this.one()) as HTMLElement).focus();
    await settled();
  }
  async blur(): Promise<void> {
    ((await this.one()) as HTMLElement).blur();
    await settled();
  }
  async check(): Promise<void> {
    if (!isChecked(await this.one())) await this.click();
  }
  async uncheck(): Promise<void> {
    if (isChecked(await this.one())) await this.click();
  }
  async selectOption(wanted: string | { label?: string; index?: number }): Promise<void> {
    const pick = (select: Element) =>
      [...(select as HTMLSelectElement).options].find((o, i) =>
        typeof wanted === 'string' ? o.value === wanted || plain(o.label || (o.textContent ?? '')) === wanted : wanted.index === i || plain(o.textContent ?? '') === wanted.label,
      ); // prettier-ignore
    const select = (await this.one(
      (e) => isVisible(e) && !isDisabled(e) && pick(e) !== undefined,
      `ready for ${JSON.stringify(wanted)}`,
    )) as HTMLSelectElement;
    select.focus();
    select.value = (pick(select) as HTMLOptionElement).value;
    select.dispatchEvent(new Event('input', { bubbles: true }));
    select.dispatchEvent(new Event('change', { bubbles: true }));
    await settled();
  }
  async setInputFiles(given: unknown): Promise<void> {
    const { filesOf } = await import('./files');
    const element = await this.one();
    await hands.upload(element as HTMLInputElement, filesOf(given));
    await settled();
  }
  async dispatchEvent(type: string): Promise<void> {
    (await this.one()).dispatchEvent(new Event(type, { bubbles: true, cancelable: true }));
    await settled();
  }
  async evaluate<T>(run: (element: Element) => T): Promise<T> {
    return run(await this.one());
  }

  async textContent(): Promise<string | null> {
    return (await this.one()).textContent;
  }
  async innerText(): Promise<string> {
    return innerText(await this.one());
  }
  async inputValue(): Promise<string> {
    return valueOf(await this.one());
  }
  async getAttribute(name: string): Promise<string | null> {
    return (await this.one()).getAttribute(name);
  }
  async count(): Promise<number> {
    return this.find().length;
  }
  async all(): Promise<Locator[]> {
    return this.find().map((_, i) => this.nth(i));
  }
  async allInnerTexts(): Promise<string[]> {
    return this.find().map(innerText);
  }
  async allTextContents(): Promise<string[]> {
    return this.find().map((e) => e.textContent ?? '');
  }
  async isVisible(): Promise<boolean> {
    return this.find().some(isVisible);
  }
  async waitFor(): Promise<void> {
    await this.one(isVisible, 'visible');
  }
}

/** A text as it is read: parts that stand apart are apart. */
function innerText(element: Element): string {
  const parts: string[] = [];
  const walk = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
  while (walk.nextNode()) parts.push(walk.currentNode.textContent ?? '');
  return plain(parts.join(' '));
}

/** Sets a field's text as typing does: the page's library hears of it. */
function typeInto(element: HTMLInputElement, text: string): void {
  const owner = Object.getPrototypeOf(element) as object;
  const setter = Object.getOwnPropertyDescriptor(owner, 'value')?.set;
  if (setter) setter.call(element, text);
  else element.value = text;
  element.dispatchEvent(new Event('input', { bubbles: true }));
  element.dispatchEvent(new Event('change', { bubbles: true }));
}

const NAMED: Readonly<Record<string, string>> = { Space: ' ' };

/** Presses a key, with those held down before it: `Control+Enter`. */
export async function pressKey(keys: string): Promise<void> {
  const parts = keys.length > 1 ? keys.split('+') : [keys];
  const key = parts.pop() ?? '';
  const named = NAMED[key] ?? key;
  const typed = named.length === 1 ? named.replace(/[{[]/, '$&$&') : `{${named}}`;
  await hands.keyboard(`${parts.map((p) => `{${p}>}`).join('')}${typed}${parts.map((p) => `{/${p}}`).join('')}`);
  await settled();
}

/** No hand here is quicker than the answer to its last press, however loaded the machine: what a hurried one does is a journey’s. */
const HAND_MS = 20_000;

/** Lets what was begun by a press take its turn. */
export async function settled(): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve, 0));
  await answered(HAND_MS);
  await new Promise((resolve) => setTimeout(resolve, 0));
}

/** Looks again until something is found or patience ends; an error thrown stands only where it stays. */
export async function until<T>(look: () => T | null, patience = PATIENCE_MS): Promise<T | null> {
  const end = performance.now() + patience;
  for (;;) {
    const isLast = performance.now() > end;
    try {
      const found = look();
      if (found !== null) return found;
    } catch (error) {
      if (isLast) throw error;
    }
    if (isLast) return null;
    await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
  }
}

export { isChecked, isDisabled, isVisible };
