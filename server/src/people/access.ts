import { cutText } from '#core/typed/whole-text';
import { randomUUID } from 'node:crypto';
import express, { Router, type Request, type RequestHandler, type Response } from 'express';
import type { Database } from '../db/connection';
import { findDevice, insertDevice } from '../db/devices';
import { refuse } from '../routes/answers';
import { hashOf, newToken, type Pairing } from './pairing';

/** Who may ask: at the desk this machine only; on the local network paired devices only. */
export type Access = { readonly kind: 'desk' } | { readonly kind: 'lan'; readonly hosts: () => readonly string[] };

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d{1,5})?$/;
const COOKIE = 'anvil-device';
const YEAR_S = 31_536_000;

/** Host is one of ours, and Origin, where given, is the same host: pages of other sites get nothing. */
export function ownHostOnly(access: Access): RequestHandler {
  return (req, res, next) => {
    const host = req.headers.host ?? '';
    const { origin } = req.headers;
    const isOurs = access.kind === 'desk' ? LOOPBACK.test(host) : access.hosts().includes(host);
    if (!isOurs) return refuse(res, 403, 'host-refused');
    const own = `${access.kind === 'desk' ? 'http' : 'https'}://${host}`;
    if (origin !== undefined && origin !== own) return refuse(res, 403, 'origin-refused');
    next();
  };
}

function tokenOf(req: Request): string | null {
  const found = (req.headers.cookie ?? '')
    .split(';')
    .map((c) => c.trim())
    .find((c) => c.startsWith(`${COOKIE}=`));
  return found?.slice(COOKIE.length + 1) ?? null;
}

/** The device a request on the local network comes from; null: it comes from the desk. */
export interface PairedDevice {
  readonly id: string;
  readonly name: string;
  /** Initials of who it was paired for. */
  readonly person: string;
}

export function pairedDevice(res: Response): PairedDevice | null {
  return (res.locals.device as PairedDevice | undefined) ?? null;
}

/** On the local network: a page to type the code on, and nothing else for whoever is not paired. */
export function pairedOnly(db: Database, pairing: Pairing, now: () => Date): Router {
  const routes = Router();
  routes.get('/pair', (_req, res) => {
    res.type('html').send(pairPage(null));
  });
  routes.post('/pair', express.urlencoded({ extended: false, limit: '2kb' }), async (req, res) => {
    const body = req.body as Record<string, unknown> | undefined;
    const text = (key: string) => (typeof body?.[key] === 'string' ? cutText(body[key].trim(), 60) : '');
    const [code, name, person] = [text('code'), text('name'), text('person')];
    if (name === '' || person === '') return void res.status(400).type('html').send(pairPage('Name the device and who works with it.'));
    const tried = pairing.try(code, req.socket.remoteAddress ?? '');
    if (!tried.ok) {
      const words =
        tried.code === 'pairing-too-often'
          ? 'Too many wrong codes. Wait ten minutes.'
          : 'That code is wrong or out of date. Show a new one at the desk.';
      return void res
        .status(tried.code === 'pairing-too-often' ? 429 : 403)
        .type('html')
        .send(pairPage(words));
    }
    const { token, hash } = newToken();
    await insertDevice(db, { id: randomUUID(), name, person, tokenHash: hash, pairedAt: now() });
    res.setHeader('Set-Cookie', `${COOKIE}=${token}; HttpOnly; Secure; SameSite=Strict; Path=/; Max-Age=${YEAR_S}`);
    res.redirect(303, '/');
  });
  routes.use(async (req, res, next) => {
    const token = tokenOf(req);
    const device = token === null ? null : await findDevice(db, hashOf(token));
    if (device) {
      res.locals.device = { id: device.id, name: device.name, person: device.person } satisfies PairedDevice;
      return next();
    }
    if (req.method === 'GET' && req.accepts(['json', 'html']) === 'html') return res.redirect(303, '/pair');
    refuse(res, 401, 'not-paired');
  });
  return routes;
}

function pairPage(problem: string | null): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>Patient Anvil: pair this device</title>
<style>body{font:18px sans-serif;margin:2rem auto;max-width:26rem;padding:0 1rem}label{display:block;margin:.8rem 0 .2rem}input,button{font:inherit;width:100%;padding:.8rem;box-sizing:border-box}button{margin-top:1.2rem}.problem{color:#a4161a}</style></head>
<body><h1>Pair this device</h1><p>Show a code at the desk: first page, Devices.</p>${problem === null ? '' : `<p class="problem" role="alert">${problem}</p>`}
<form method="post" action="/pair"><label for="code">Code from the desk</label><input id="code" name="code" inputmode="numeric" autocomplete="one-time-code" maxlength="12" required>
<label for="name">Name of this device</label><input id="name" name="name" maxlength="60" placeholder="garage tablet" required>
<label for="person">Initials of who works with it</label><input id="person" name="person" maxlength="6" required>
<button type="submit">Pair</button></form></body></html>`;
}
