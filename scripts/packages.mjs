// Lists every package of the lock file: name, version, licence, what it is for, and whether its makers have given it up.
// Ends with 1 when the program itself, not only its tests, needs one that was given up or whose licence is not known to fit.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { repositoryRoot as root } from './private-database.mjs';

/** Licences under which a package may ship with a program that is not itself open. */
const FITTING = new Set(['MIT', 'ISC', 'BSD-2-Clause', 'BSD-3-Clause', '0BSD', 'Apache-2.0', 'MIT-0', 'MIT/X11', 'BlueOak-1.0.0', 'CC0-1.0', 'Unlicense', 'OFL-1.1', 'Python-2.0', 'MPL-2.0', 'CC-BY-4.0', 'WTFPL']); // prettier-ignore
const fits = (licence) => licence.replace(/[()]/g, '').split(/ (?:OR|AND) /).some((l) => FITTING.has(l)); // prettier-ignore

/**
 * Packages that their makers have given up, by their own notice, up to which major version. Not every registry hands these
 * notices on, so the best known are written down here, from memory; notices in the lock file count as well.
 */
const GIVEN_UP = new Map([
  ['inflight', 99],
  ['fstream', 99],
  ['rimraf', 3],
  ['glob', 8],
  ['lodash.isequal', 99],
  ['exceljs', 4],
  ['request', 99],
  ['har-validator', 99],
  ['querystring', 99],
  ['uuid', 6],
  ['abab', 99],
  ['domexception', 4],
  ['npmlog', 7],
  ['gauge', 5],
  ['@npmcli/move-file', 99],
]);
const isGivenUp = (name, version) => Number(version.split('.')[0]) <= (GIVEN_UP.get(name) ?? -1);

const licenceIn = (folder, { license }) => {
  if (license) return license;
  try {
    const { license: own, licenses } = JSON.parse(readFileSync(join(root, folder, 'package.json'), 'utf8'));
    return own?.type ?? own ?? licenses?.map((l) => l.type).join(' OR ') ?? 'not stated';
  } catch {
    return 'not installed';
  }
};

const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'));
const all = Object.entries(packages)
  .filter(([folder, { link }]) => folder.startsWith('node_modules/') && !link)
  .map(([folder, entry]) => {
    const name = folder.replace(/^.*node_modules\//, '');
    return {
      name,
      version: entry.version,
      licence: licenceIn(folder, entry),
      isForTests: Boolean(entry.dev || entry.devOptional),
      givenUp: entry.deprecated ?? (isGivenUp(name, entry.version) ? 'by its makers’ notice' : ''),
    };
  })
  .sort((a, b) => a.name.localeCompare(b.name, 'en'));

for (const { name, version, licence, isForTests, givenUp } of all)
  console.log([name, version, licence, isForTests ? 'tests' : 'program', givenUp && `given up: ${givenUp}`].join('\t'));

const ofProgram = all.filter((p) => !p.isForTests);
const faults = [
  ...ofProgram.filter((p) => p.givenUp).map((p) => `${p.name} ${p.version} was given up by its makers: ${p.givenUp}`),
  ...ofProgram.filter((p) => !fits(p.licence)).map((p) => `${p.name} ${p.version} has the licence ${p.licence}.`),
];
console.log(
  `\n${ofProgram.length} packages for the program, ${all.length - ofProgram.length} more for its tests, ${all.filter((p) => p.givenUp).length} of all given up.`,
);
for (const fault of faults) console.error(fault);
process.exit(faults.length === 0 ? 0 : 1);
