import { connect, type Socket } from 'node:net';
import { parseArgs } from 'node:util';
import { normalFrom, randomFrom } from '#core/depth/simulate';

/*
 * A depth gauge that is not there: speaks as docs/gauge.md has it, with drift, scatter and dropouts, so that everything that reads a
 * gauge can be tried without one. Keeps what was not acknowledged and says it again after a break.
 */
const HELP = `A simulated digital depth gauge for Patient Anvil.

  npm run -s gauge -- [options]

  --port N        where ./start listens for gauges (8421)
  --name NAME     letters, digits, dashes (bench-gauge)
  --target IN     the depth it is held to, inches (.0416)
  --scatter IN    its own scatter, one standard deviation (.0008)
  --drift IN      how far it wanders in a hundred readings (.0004)
  --rate N        readings a second (4)
  --press N       every Nth reading is one somebody pressed the button for; 0: none (12)
  --dropouts P    chance of a reading that goes missing, 0 to 1 (.02)
  --nonsense P    chance of a line that makes no sense, 0 to 1 (0)
  --count N       stops after so many readings; 0: goes on (0)
  --seed N        the same seed gives the same readings (1)
`;

interface Options {
  readonly port: number;
  readonly name: string;
  readonly target: number;
  readonly scatter: number;
  readonly drift: number;
  readonly rate: number;
  readonly press: number;
  readonly dropouts: number;
  readonly nonsense: number;
  readonly count: number;
  readonly seed: number;
}

const NAMES: readonly (keyof Options)[] = [
  'port',
  'name',
  'target',
  'scatter',
  'drift',
  'rate',
  'press',
  'dropouts',
  'nonsense',
  'count',
  'seed',
];

function readOptions(args: string[]): Options | null {
  const text = { type: 'string' } as const;
  const { values } = parseArgs({
    args,
    options: {
      ...Object.fromEntries(NAMES.map((n) => [n, text])),
      help: { type: 'boolean' },
    },
  }) as { values: Partial<Record<keyof Options, string>> & { help?: boolean } };
  if (values.help) return null;
  const number = (key: keyof Options, usual: number, max: number): number => {
    const value = Number(values[key] ?? usual);
    if (!(value >= 0 && value <= max)) throw new Error(`--${key} lies between 0 and ${max}`);
    return value;
  };
  return {
    port: number('port', 8421, 65535),
    name: values.name ?? 'bench-gauge',
    target: number('target', 0.0416, 10),
    scatter: number('scatter', 0.0008, 1),
    drift: number('drift', 0.0004, 1),
    rate: Math.max(0.1, number('rate', 4, 5000)),
    press: number('press', 12, 1e6),
    dropouts: number('dropouts', 0.02, 1),
    nonsense: number('nonsense', 0, 1),
    count: number('count', 0, 1e9),
    seed: number('seed', 1, 1e9),
  };
}

const TICK_MS = 20;
const AGAIN_MS = 1000;

function run(o: Options): void {
  const uniform = randomFrom(o.seed);
  const normal = normalFrom(uniform);
  /** Said and not acknowledged yet, by number. */
  const open = new Map<number, string>();
  let seq = 0;
  let made = 0;
  let wander = 0;
  let due = 0;
  let socket: Socket | null = null;
  let isGreeted = false;
  const make = () => {
    made++;
    wander += (o.drift / 10) * normal();
    if (uniform() < o.dropouts) return;
    if (uniform() < o.nonsense) return void socket?.write('~~ 0.0.4 ?\n');
    seq++;
    const value = Math.max(0, o.target + wander + o.scatter * normal());
    const line = `R ${seq} ${value.toFixed(5)}${o.press > 0 && seq % o.press === 0 ? ' P' : ''}`;
    open.set(seq, line);
    if (isGreeted) socket?.write(`${line}\n`);
  };
  const plugIn = () => {
    let text = '';
    isGreeted = false;
    socket = connect(o.port, '127.0.0.1', () => socket?.write(`HELLO ${o.name} in\n`));
    socket.setEncoding('latin1');
    socket.on('data', (chunk: string) => {
      const lines = (text + chunk).split('\n');
      text = lines.pop() ?? '';
      for (const line of lines) heard(line);
    });
    socket.on('error', () => undefined);
    socket.on('close', () => {
      isGreeted = false;
      setTimeout(plugIn, AGAIN_MS);
    });
  };
  const heard = (line: string) => {
    const [word, number] = line.split(' ');
    const upTo = Number(number);
    if (word === 'OK') {
      /* Numbers go on where the record ends; what it has not got is said again. */
      for (const known of [...open.keys()]) if (known <= upTo) open.delete(known);
      if (upTo > seq) seq = upTo;
      isGreeted = true;
      for (const waiting of open.values()) socket?.write(`${waiting}\n`);
    }
    if (word === 'ACK') {
      for (const known of [...open.keys()]) if (known <= upTo) open.delete(known);
      if (o.count > 0 && made >= o.count && open.size === 0) process.exit(0);
    }
  };
  plugIn();
  setInterval(() => {
    if (!isGreeted && seq === 0) return;
    due += (o.rate * TICK_MS) / 1000;
    while (due >= 1) {
      due--;
      if (o.count === 0 || made < o.count) make();
    }
  }, TICK_MS);
}

try {
  const options = readOptions(process.argv.slice(2));
  if (options) run(options);
  else process.stdout.write(HELP);
} catch (error) {
  process.stderr.write(`gauge: ${(error as Error).message}\n`);
  process.exit(2);
}
