import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** Argon2id with 19 MiB, two passes, one lane (OWASP Password Storage Cheat Sheet; RFC 9106). */
const COSTS = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const hashPassword = (password: string): Promise<string> => hash(password.normalize('NFKC'), COSTS);

let nobody: Promise<string> | null = null;
/** Whether a password is that of a hash; takes as long where there is none to compare with. */
export const isPassword = async (kept: string | null, password: string): Promise<boolean> => {
  nobody ??= hashPassword(randomBytes(16).toString('hex'));
  return (await verify(kept ?? (await nobody), password.normalize('NFKC'))) && kept !== null;
};

/** A secret of 256 bits, as it is told once. */
export const newSecret = (): string => randomBytes(32).toString('base64url');
/** What is kept of a secret: it cannot be had back from it. */
export const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
