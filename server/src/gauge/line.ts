import { createServer, type Server, type Socket } from 'node:net';
import type { Logger } from 'pino';
import { GAUGE_LINE_MAX, gaugeMm, parseGaugeLine } from '#core/formats/gauge-line';
import type { Units } from '#core/units/length';
import type { Database } from '../db/connection';
import { insertReadings, lastReading } from '../db/gauges';
import type { GaugeHub, GaugeReading } from './hub';

/** Readings of one write to the database; waiting ones at which the gauge has to wait; lines of nonsense at which it is hung up on. */
const BATCH = 500;
const WAITING_MAX = 5000;
const NONSENSE_MAX = 200;
/** Lines of nonsense before a gauge has said its name; how far ahead of the last one a reading's number may be. */
const NAMELESS_MAX = 3;
const AHEAD_MAX = 1_000_000;
/** What a browser or another program of the web says: nothing here is for it, and its next lines are none of a gauge. */
const WEB = /^[A-Z]{3,10} \S+ HTTP\/\d/;
const TLS_HELLO = '\u0016\u0003';

interface LineOptions {
  readonly db: Database;
  readonly hub: GaugeHub;
  readonly log: Logger;
  readonly now: () => Date;
}

/** Listens for gauges: lines as docs/gauge.md has them. A reading is acknowledged after it is committed, never before. */
export function gaugeServer(options: LineOptions): Server {
  const server = createServer((socket) => new GaugeLine(socket, options));
  server.maxConnections = 20;
  return server;
}

class GaugeLine {
  private queue: Promise<void> = Promise.resolve();
  private text = '';
  private name: string | null = null;
  private units: Units = 'in';
  private waiting: GaugeReading[] = [];
  private nonsense = 0;
  private last = 0;
  private isWriting = false;
  private isOver = false;

  constructor(
    private readonly socket: Socket,
    private readonly o: LineOptions,
  ) {
    socket.setEncoding('latin1');
    socket.setKeepAlive(true, 10_000);
    /* One chunk after the other: the answer to a hello is waited for. */
    socket.on('data', (chunk: string) => (this.queue = this.queue.then(() => this.take(chunk))));
    socket.on('error', () => undefined);
    socket.on('close', () => {
      this.isOver = true;
      /* Half a line that came before the plug was pulled is no reading. */
      if (this.name !== null) o.hub.connected(this.name, false);
    });
  }

  private async take(chunk: string): Promise<void> {
    if (this.socket.destroyed) return;
    const lines = (this.text + chunk).split('\n');
    this.text = lines.pop() ?? '';
    if (this.text.length > GAUGE_LINE_MAX) {
      this.text = '';
      this.refuse('line too long');
    }
    for (const line of lines) await this.line(line.replace(/\r$/, ''));
    if (this.waiting.length >= WAITING_MAX) this.socket.pause();
    void this.write();
  }

  private async line(line: string): Promise<void> {
    if (this.socket.destroyed) return;
    if (WEB.test(line) || line.startsWith(TLS_HELLO)) return void this.socket.destroy();
    const parsed = parseGaugeLine(line);
    if (!parsed.ok) return this.refuse('neither HELLO nor R');
    const said = parsed.value;
    if (said.kind === 'hello') {
      if (this.name !== null && this.name !== said.name) return this.refuse('another HELLO before');
      if (!this.o.hub.hasRoomFor(said.name)) {
        this.refuse('too many gauges');
        return void this.socket.end();
      }
      this.name = said.name;
      this.units = said.units;
      this.o.hub.connected(said.name, true);
      this.last = await lastReading(this.o.db, said.name).catch(() => 0);
      this.say(`OK ${this.last}`);
      return;
    }
    if (this.name === null) return this.refuse('HELLO first');
    const mm = gaugeMm(said.value, this.units);
    if (mm === null) return this.refuse('value too large');
    if (said.seq > this.last + AHEAD_MAX) return this.refuse('number too far ahead');
    this.last = Math.max(this.last, said.seq);
    this.waiting.push({ seq: said.seq, mm, isPressed: said.isPressed });
  }

  /** Writes what waits, batch by batch; what could not be written is tried again, unacknowledged. */
  private async write(): Promise<void> {
    if (this.isWriting || this.name === null) return;
    this.isWriting = true;
    try {
      while (this.waiting.length > 0) {
        const batch = this.waiting.slice(0, BATCH);
        try {
          await insertReadings(this.o.db, this.name, batch, this.o.now());
        } catch (err) {
          this.o.log.warn({ err }, 'gauge readings not kept yet');
          if (this.isOver) return;
          await new Promise((resolve) => setTimeout(resolve, 500));
          continue;
        }
        this.waiting.splice(0, batch.length);
        this.say(`ACK ${(batch.at(-1) as GaugeReading).seq}`);
        this.o.hub.kept(this.name, batch);
        if (this.waiting.length < WAITING_MAX) this.socket.resume();
      }
    } finally {
      this.isWriting = false;
    }
  }

  private refuse(why: string): void {
    this.nonsense++;
    if (this.name !== null) this.o.hub.misunderstood(this.name);
    this.say(`ERR ${why}`);
    if (this.nonsense >= (this.name === null ? NAMELESS_MAX : NONSENSE_MAX)) this.socket.destroy();
  }

  private say(line: string): void {
    if (!this.socket.destroyed) this.socket.write(`${line}\n`);
  }
}
