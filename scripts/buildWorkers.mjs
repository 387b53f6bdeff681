/** Bundles the programs that run beside Next: one a process of its own, one loaded by the server. Packages stay outside. */
import { build } from 'esbuild';

const PROGRAMS = {
  fileWorker: 'src/server/fileWorker.ts',
  store: 'src/store/index.ts',
  door: 'src/server/door/index.ts',
  copyWorker: 'src/server/keeping/copyWorker.ts',
  keeping: 'src/server/keeping/index.ts',
};

await build({
  entryPoints: PROGRAMS,
  outdir: '.next/ulexite',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  target: 'node20',
  logLevel: 'warning',
});
