/** Bundles the programs that run as processes of their own beside the server. Packages stay outside. */
import { build } from 'esbuild';

export async function buildWorkers() {
  await build({
    entryPoints: ['src/server/fileWorker.ts'],
    outfile: '.next/ulexite/fileWorker.mjs',
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    target: 'node20',
    logLevel: 'warning',
  });
}
if (process.argv[1]?.endsWith('buildWorkers.mjs')) await buildWorkers();
