import { phrase } from '@/core/units';
import type { InferType } from 'yup';
import type { Outcome } from '@/core/units';
import { checkWith } from './check';
import { between, list, named, oneOf, record, sha, text, type Frozen } from './fields';

/** What a bundle of one print begins with; a release that writes another form writes another version. */
export const BUNDLE_FORMAT = 'ulexite-print';
export const BUNDLE_VERSION = 1;

const manifest = record({
  format: oneOf([BUNDLE_FORMAT] as const),
  version: oneOf([BUNDLE_VERSION] as const),
  // what a name may be is told by checkName
  name: text(10_000),
  writtenAt: text(40),
  files: list(
    record({
      path: named(200),
      bytes: between(phrase('measure.bytesOfAFile'), 0, 1e9).integer(),
      sha256: sha(),
      mediaType: text(100),
    }),
    1000,
  ),
});

export type BundleManifest = Frozen<InferType<typeof manifest>>;

export function checkManifest(value: unknown): Outcome<BundleManifest> {
  return checkWith<BundleManifest>(manifest, value);
}
