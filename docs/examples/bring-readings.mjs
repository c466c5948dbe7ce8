// Brings today's readings in, as another program wrote them, and waits until they are taken in. A member's key.
//   KETTLE=https://kettle.example KEY=… node bring-readings.mjs harbour-lane today.csv
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';

const { KETTLE, KEY } = process.env;
const [marketplace, file] = process.argv.slice(2);
const ask = async (method, path, body, type = 'application/json') => {
  const response = await fetch(`${KETTLE}${path}`, {
    method,
    headers: { authorization: `Bearer ${KEY}`, ...(body === undefined ? {} : { 'content-type': type }) },
    body,
  });
  const answer = await response.json();
  if (response.ok) return answer;
  console.error(answer.title);
  process.exit(1);
};
const imports = `/api/marketplaces/${marketplace}/imports/readings`;
const name = encodeURIComponent(basename(file));
const preview = await ask('POST', `${imports}/preview?name=${name}`, await readFile(file), 'application/octet-stream');
const { upload, mapping } = preview;
let job = await ask('POST', imports, JSON.stringify({ upload, mapping, source: 'the nightly script' }));
while (job.state === 'queued' || job.state === 'running') {
  await new Promise((resolve) => setTimeout(resolve, 500));
  job = await ask('GET', `/api/jobs/${job.id}`);
}
console.log(job.message);
process.exit(job.state === 'done' ? 0 : 1);
