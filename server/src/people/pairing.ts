import { createHash, randomBytes, randomInt, timingSafeEqual } from 'node:crypto';

/** How long a code shown at the desk lets a device in. */
export const CODE_LIVES_MS = 3 * 60_000;
/** Wrong tries of one caller within the window; then that caller, and nobody else, is not listened to until it has passed. */
const TRIES_BY_CALLER = 5;
/** Most wrong tries remembered; the oldest are let go. */
const REMEMBERED = 5000;
const WINDOW_MS = 10 * 60_000;

export type PairingAnswer = { readonly ok: true } | { readonly ok: false; readonly code: 'pairing-wrong' | 'pairing-too-often' };

/** The code shown at the desk, and who has guessed at it. Held in memory: a restart forgets both. */
export class Pairing {
  private code: string | null = null;
  private until = 0;
  private wrong: { caller: string; at: number }[] = [];

  constructor(private readonly now: () => Date) {}

  /** Shows a new code; the old one is void. */
  open(): { code: string; until: string } {
    this.code = String(randomInt(0, 100_000_000)).padStart(8, '0');
    this.until = this.now().getTime() + CODE_LIVES_MS;
    return { code: this.code, until: new Date(this.until).toISOString() };
  }

  /** Tries a code once. A right one is used up; wrong ones count against the caller alone, so that nobody can lock the others out. */
  try(typed: string, address: string): PairingAnswer {
    const now = this.now().getTime();
    this.wrong = this.wrong.filter((w) => now - w.at < WINDOW_MS);
    const caller = callerOf(address);
    if (this.wrong.filter((w) => w.caller === caller).length >= TRIES_BY_CALLER) return { ok: false, code: 'pairing-too-often' };
    const digits = typed.replace(/\D/g, '');
    const isRight =
      this.code !== null && now < this.until && digits.length === 8 && timingSafeEqual(Buffer.from(digits), Buffer.from(this.code));
    if (isRight) {
      this.code = null;
      return { ok: true };
    }
    this.wrong = [...this.wrong.slice(1 - REMEMBERED), { caller, at: now }];
    return { ok: false, code: 'pairing-wrong' };
  }
}

/** Who calls: the address; of the long ones the half that names the network, since a device has the other half to choose from. */
function callerOf(address: string): string {
  const plain = address.replace(/^::ffff:(?=\d+\.)/, '').replace(/%.*$/, '');
  return plain.includes(':') ? groupsOf(plain).slice(0, 4).join(':') : plain;
}

function groupsOf(address: string): string[] {
  const [head = '', tail] = address.split('::');
  const left = head === '' ? [] : head.split(':');
  const right = tail === undefined || tail === '' ? [] : tail.split(':');
  return tail === undefined ? left : [...left, ...Array<string>(Math.max(0, 8 - left.length - right.length)).fill('0'), ...right];
}

/** A secret for one device, and what is kept of it. */
export function newToken(): { token: string; hash: string } {
  const token = randomBytes(32).toString('base64url');
  return { token, hash: hashOf(token) };
}

export function hashOf(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
