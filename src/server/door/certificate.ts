import { createPrivateKey, X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { failure, success, type Outcome } from '@/core/units';

export interface Certificate {
  readonly cert: string;
  readonly key: string;
}

/**
 * The owner's own certificate and its key, from two files in PEM. Looked at before anything listens with them: failures say which file
 * does not do, and why. `now`: whether it is in force.
 */
export function certificateOf(certFile: string, keyFile: string, now: Date): Outcome<Certificate> {
  const cert = textOf(certFile),
    key = textOf(keyFile);
  if (!cert.ok) return cert;
  if (!key.ok) return key;
  try {
    const read = new X509Certificate(cert.value);
    if (now > new Date(read.validTo)) return failure('certificate.over', { file: certFile, day: read.validTo });
    if (!read.checkPrivateKey(createPrivateKey(key.value)))
      return failure('certificate.other', { file: certFile, keyFile });
  } catch {
    return failure('certificate.unread', { file: certFile, keyFile });
  }
  return success({ cert: cert.value, key: key.value });
}

function textOf(file: string): Outcome<string> {
  try {
    return success(readFileSync(file, 'utf8'));
  } catch {
    return failure('certificate.missing', { file });
  }
}
