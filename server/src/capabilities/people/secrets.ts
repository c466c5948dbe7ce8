import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import { badField } from '../../ground/problems/problem.ts';

/** Argon2id with 19 MiB, two passes, one lane (OWASP Password Storage Cheat Sheet; RFC 9106). */
const COSTS = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const hashPassword = (password: string): Promise<string> => hash(password.normalize('NFKC'), COSTS);

let guesser: ZxcvbnFactory | null = null;
/** Below 10⁸ guesses, as that library counts them (Wheeler 2016, *zxcvbn: Low-Budget Password Strength Estimation*). */
const LEAST_SCORE = 3;
/** Letters and digits that are left without the words of one's own name. */
const LEAST_BESIDE_NAMES = 8;
/** More letters than these do not make a pattern harder to see, but the search for it long. */
const LOOKED_AT = 60;

/** Whether a password is among those that are tried first: known ones, patterns, what stands beside it. */
const isGuessedSoon = (password: string, beside: readonly string[]): boolean => {
  const own = ['kettle', 'cold', ...beside.flatMap((text) => text.toLowerCase().split(/[^\p{L}\p{N}]+/u))];
  let rest = password.toLowerCase();
  for (const word of own) if (word.length >= 3) rest = rest.replaceAll(word, '');
  if (rest.replaceAll(/[^\p{L}\p{N}]/gu, '').length < LEAST_BESIDE_NAMES) return true;
  guesser ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  return guesser.check(password.slice(0, LOOKED_AT), own).score < LEAST_SCORE;
};

/** A password that is tried among the first is no secret, however long it is. */
export const refuseGuessed = (password: string, beside: readonly string[]): void => {
  if (isGuessedSoon(password, beside)) throw badField('password', 'That is among the first that are tried: a known password, a pattern, or your name. Four or five words that have nothing to do with each other are not.'); // prettier-ignore
};

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
