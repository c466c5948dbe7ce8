// Answers a scoresheet's questions from lines of "candidate;question;answer;evidence". A helper's key. An answer that
// somebody gave meanwhile is left as it is and told.
//   KETTLE=https://kettle.example KEY=… node answer-questions.mjs answers.txt
import { readFile } from 'node:fs/promises';

const { KETTLE, KEY } = process.env;
const headers = { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' };
const lines = (await readFile(process.argv[2], 'utf8')).split(/\r?\n/).filter(Boolean);
let refused = 0;
for (const line of lines) {
  const [candidate, question, choice, evidence = ''] = line.split(';');
  const response = await fetch(`${KETTLE}/api/candidates/${candidate}/answers/${question}`, {
    method: 'PUT',
    headers,
    // Version 0: there is no answer yet, as far as we know.
    body: JSON.stringify({ choice, evidence, version: 0 }),
  });
  const answer = await response.json();
  if (response.status === 409) console.log(`${candidate} ${question}: answered already, “${answer.current.choice}”.`);
  else console.log(`${candidate} ${question}: ${response.ok ? choice : answer.title}`);
  if (!response.ok && response.status !== 409) refused++;
}
process.exit(refused === 0 ? 0 : 1);
