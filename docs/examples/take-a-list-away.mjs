// Saves what a sift leaves as a spreadsheet's file, each night. A reader's key is enough.
//   KETTLE=https://kettle.example KEY=… node take-a-list-away.mjs quayside 'price=18..45&units=100..' finds.csv
import { writeFile } from 'node:fs/promises';

const { KETTLE, KEY } = process.env;
const [marketplace, limits, file] = process.argv.slice(2);
const response = await fetch(`${KETTLE}/api/marketplaces/${marketplace}/sift.csv?${limits}`, {
  headers: { authorization: `Bearer ${KEY}` },
});
if (!response.ok) {
  console.error((await response.json()).title);
  process.exit(1);
}
await writeFile(file, await response.text());
console.log(`The list is in ${file}.`);
