import { notifyManager, QueryObserver } from '@tanstack/react-query';
import { describe, expect, it } from 'vitest';
import { refreshDefinitions } from './queries';
import { newQueryClient } from './query-client';

/** A query that a view looks at, told in the way a view is told; each fetch is answered by hand. */
function watched() {
  const client = newQueryClient();
  const asked: ((version: number) => void)[] = [];
  const observer = new QueryObserver(client, {
    queryKey: ['assembly'],
    initialData: 1,
    staleTime: Infinity,
    queryFn: () => new Promise<number>((resolve) => asked.push(resolve)),
  });
  const shown: number[] = [];
  observer.subscribe(notifyManager.batchCalls((result: { data: number | undefined }) => shown.push(result.data ?? 0)));
  return { client, asked, shown };
}
const turn = () => new Promise((resolve) => setTimeout(resolve, 5));

describe('looking again after definitions changed', () => {
  it('is over when what is shown is new, not before', async () => {
    const { client, asked, shown } = watched();
    const refreshed = refreshDefinitions(client);
    await turn();
    asked[0]?.(2);
    await refreshed;
    expect(shown.at(-1)).toBe(2);
  });
  it('begun twice at once, the first is not over before the second either', async () => {
    const { client, asked, shown } = watched();
    let isOver = false;
    const first = refreshDefinitions(client).then(() => (isOver = true));
    await turn();
    /* Another window's change was seen meanwhile: whatever was asked before is dropped. */
    const second = refreshDefinitions(client);
    await turn();
    expect(asked).toHaveLength(2);
    expect(isOver).toBe(false);
    asked[1]?.(3);
    await Promise.all([first, second]);
    expect(shown.at(-1)).toBe(3);
  });
  it('after a change that reaches every assembly, one looked at before is not shown from before', async () => {
    const { client } = watched();
    client.setQueryData(['assembly', 'another'], 'with the settings of before');
    await Promise.race([refreshDefinitions(client), turn()]);
    expect(client.getQueryData(['assembly', 'another'])).toBeDefined();
    await Promise.race([refreshDefinitions(client, true), turn()]);
    expect(client.getQueryData(['assembly', 'another'])).toBeUndefined();
  });
});
