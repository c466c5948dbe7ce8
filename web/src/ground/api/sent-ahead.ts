import { SENT_AHEAD } from '@kettle/contract/sift';

/** Answers that came along with the page, by the address they would be asked at; each serves once, and only at first. */
let answers: Record<string, unknown> | null = null;
let readAt = 0;
/** Counted from the first question on: however long the page took to start, what it brought along is as old as it. */
const FRESH_MS = 10_000;

const read = (): Record<string, unknown> => {
  const text = document.getElementById(SENT_AHEAD)?.textContent;
  try {
    return text ? (JSON.parse(text) as Record<string, unknown>) : {};
  } catch {
    return {};
  }
};

/** What was sent along for an address, whether or not it has been taken. */
export const seenAhead = (address: string): unknown => read()[address];

/** The answer that was sent along for an address, or undefined when it is to be asked for. */
export const takeSentAhead = (address: string): unknown => {
  if (!answers) [answers, readAt] = [read(), performance.now()];
  const answer = performance.now() - readAt < FRESH_MS ? answers[address] : undefined;
  delete answers[address];
  return answer;
};
