import multicastDns from 'multicast-dns';
import { hostname } from 'node:os';

/** How long devices may remember the address, s. */
const TTL_S = 120;

/** The name this machine answers to on the local network, such as shop.local. */
export function localName(host = hostname()): string {
  const label = host
    .toLowerCase()
    .replace(/\..*$/, '')
    .replace(/[^a-z0-9-]/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
  return `${label || 'patient-anvil'}.local`;
}

/** Tells devices that ask for the name which addresses it has. Where the network does not let it, they use the address; it is said once. */
export function answerName(
  name: string,
  addresses: () => readonly string[],
  only: string | undefined,
  onProblem: (text: string) => void,
): () => void {
  let isSaid = false;
  const failed = (error: Error) => {
    if (!isSaid) onProblem(`${name} is not announced on the network (${error.message}); use the address.`);
    isSaid = true;
  };
  try {
    const mdns = multicastDns(only === undefined ? { reuseAddr: true } : { reuseAddr: true, interface: only, bind: '0.0.0.0' });
    mdns.on('error', failed);
    mdns.on('warning', () => undefined);
    mdns.on('query', (query) => {
      if (!query.questions.some((q) => q.name.toLowerCase() === name && ['A', 'ANY'].includes(q.type))) return;
      mdns.respond({ answers: addresses().map((data) => ({ name, type: 'A' as const, ttl: TTL_S, data, flush: true })) }, (error) => {
        if (error) failed(error);
      });
    });
    return () => mdns.destroy();
  } catch (error) {
    failed(error as Error);
    return () => undefined;
  }
}
