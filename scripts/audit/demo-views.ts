interface Listed {
  readonly id: string;
  readonly definition: { readonly name: string };
}

export const ASSEMBLY_PLACES = [
  'plan',
  'map',
  'parts',
  'tags',
  'layout',
  'photo',
  'setups',
  'jobs',
  'sequence',
  'bench',
  'inspect',
  'removal',
] as const;
export const KIT_PLACES = ['', '/today', '/log', '/stock', '/tools', '/fasteners', '/settings', '/recalls'] as const;

/** Every view of the demo kit by name and path; of the assemblies those asked for, by how their names begin. */
export async function demoViews(base: string, assemblies: readonly string[] = ['Left float']): Promise<{ name: string; path: string }[]> {
  const ask = async <T>(path: string): Promise<T> => (await (await fetch(`${base}/api${path}`)).json()) as T;
  const { kits } = await ask<{ kits: readonly Listed[] }>('/kits');
  const kit = kits.find((k) => k.definition.name === 'Quillback Two');
  if (!kit) throw new Error('The demo kit is not there.');
  const all = (await ask<{ assemblies: readonly Listed[] }>(`/kits/${kit.id}`)).assemblies;
  const of = (name: string) => all.find((a) => a.definition.name.startsWith(name))?.id ?? '';
  return [
    { name: 'Start', path: '/' },
    { name: 'Practice', path: '/practice' },
    ...KIT_PLACES.map((p) => ({ name: p === '' ? 'Kit' : `Kit${p}`, path: `/kits/${kit.id}${p}` })),
    ...assemblies.flatMap((name) => ASSEMBLY_PLACES.map((p) => ({ name: `${name}, ${p}`, path: `/assemblies/${of(name)}/${p}` }))),
  ];
}
