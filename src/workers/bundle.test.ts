import { build } from 'esbuild';

test.each(['picture', 'layers', 'register'])(
  'the %s worker carries no schemas: what it is asked was checked before',
  async (name) => {
    const { metafile } = await build({
      entryPoints: [`src/workers/${name}.worker.ts`],
      bundle: true,
      write: false,
      metafile: true,
      format: 'esm',
      platform: 'browser',
      logLevel: 'silent',
      alias: { '@': './src' },
    });
    const [output] = Object.values(metafile.outputs);
    const carried = Object.entries(output.inputs).flatMap(([file, { bytesInOutput }]) =>
      bytesInOutput > 0 ? [file] : [],
    );
    expect(carried.some((file) => file.includes('src/core/'))).toBe(true);
    // what is refused is told in the worker: it has what fills messages in
    const own = carried.filter((file) => !file.includes('node_modules/icu-minify/dist/esm/production/'));
    expect(own.filter((file) => /node_modules|src\/model\/(fields|check|plan\/plan|bench\/acts)/.test(file))).toEqual(
      [],
    );
  },
);
