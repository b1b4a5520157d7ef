import { createHash, randomBytes, randomInt, timingSafeEqual } from 'node:crypto';

/** How long a code shown at the desk lets a device in. */
export const CODE_LIVES_MS = 3 * 60_000;
/** Wrong tries: from one address, and of everybody together, within the window; then nobody gets in until it has passed. */
const TRIES_BY_ADDRESS = 5;
const TRIES_BY_ALL = 20;
const WINDOW_MS = 10 * 60_000;

export type PairingAnswer = { readonly ok: true } | { readonly ok: false; readonly code: 'pairing-wrong' | 'pairing-too-often' };

/** The code shown at the desk, and who has guessed at it. Held in memory: a restart forgets both. */
export class Pairing {
  private code: string | null = null;
  private until = 0;
  private wrong: { address: string; at: number }[] = [];

  constructor(private readonly now: () => Date) {}

  /** Shows a new code; the old one is void. */
  open(): { code: string; until: string } {
    this.code = String(randomInt(0, 100_000_000)).padStart(8, '0');
    this.until = this.now().getTime() + CODE_LIVES_MS;
    return { code: this.code, until: new Date(this.until).toISOString() };
  }

  /** Tries a code once. A right one is used up; after too many wrong ones the code is void. */
  try(typed: string, address: string): PairingAnswer {
    const now = this.now().getTime();
    this.wrong = this.wrong.filter((w) => now - w.at < WINDOW_MS);
    if (this.wrong.filter((w) => w.address === address).length >= TRIES_BY_ADDRESS || this.wrong.length >= TRIES_BY_ALL)
      return { ok: false, code: 'pairing-too-often' };
    const digits = typed.replace(/\D/g, '');
    const isRight =
      this.code !== null && now < this.until && digits.length === 8 && timingSafeEqual(Buffer.from(digits), Buffer.from(this.code));
    if (isRight) {
      this.code = null;
      return { ok: true };
    }
    this.wrong.push({ address, at: now });
    if (this.wrong.length >= TRIES_BY_ADDRESS) this.code = null;
    return { ok: false, code: 'pairing-wrong' };
  }
}

/** A secret for one device, and what is kept of it. */
export function newToken(): { token: string; hash: string } {
  const token = randomBytes(32).toString('base64url');
  return { token, hash: hashOf(token) };
}

export function hashOf(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
