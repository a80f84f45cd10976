import { build, type InlineConfig, type Rolldown } from 'vite';

/**
 * The modules that a page needs before anything else: those of its entry's file and of all files which that one imports, when the
 * app is built with no more said of its files. Only the builder knows what is left of a module where little of it is used, so
 * this is found by building.
 * @param config how the app is built
 */
export async function firstNeeded(config: InlineConfig): Promise<ReadonlySet<string>> {
  const built = await build({
    ...config,
    configFile: false,
    logLevel: 'silent',
    build: { ...config.build, write: false },
  });
  const { output } = built as Rolldown.RolldownOutput;
  const chunks = new Map(output.flatMap((f) => (f.type === 'chunk' ? [[f.fileName, f] as const] : [])));
  const needed = new Set<Rolldown.OutputChunk>();
  const take = (chunk: Rolldown.OutputChunk | undefined): void => {
    if (!chunk || needed.has(chunk)) return;
    needed.add(chunk);
    for (const name of chunk.imports) take(chunks.get(name));
  };
  for (const chunk of chunks.values()) if (chunk.isEntry) take(chunk);
  return new Set([...needed].flatMap((c) => c.moduleIds));
}
