// What a browser keeps belongs to whoever is signed in at it, and follows them to others.
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { SENT_AHEAD } from '@kettle/contract/sift';
import type { Own, OwnChange } from '@kettle/contract/people';

const OLGA = { id: 1, name: 'Olga', role: 'owner' };
const OTTO = { id: 2, name: 'Otto', role: 'member' };

/** What the server has of each person. */
let held: Own = {};
let isAway = false;
let left: string[] = [];
const sent: OwnChange[][] = [];
beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
  [held, isAway, left] = [{}, false, []];
  sent.length = 0;
  globalThis.fetch = jest.fn(async (_: unknown, init?: RequestInit) => {
    if (isAway) throw new TypeError('no line');
    const { own } = JSON.parse(String(init!.body)) as { own: OwnChange[] };
    sent.push(own);
    for (const { name, json } of own) if (!left.includes(name)) held[name] = json;
    return new Response(JSON.stringify({ left }));
  }) as typeof fetch;
});
afterEach(() => void jest.useRealTimers());

/** The page as the server sends it to somebody; the interface begins anew with it. */
const openedBy = async (person: object | null, own: Own = {}) => {
  document.getElementById(SENT_AHEAD)?.remove();
  const script = document.createElement('script');
  script.type = 'application/json';
  script.id = SENT_AHEAD;
  script.textContent = JSON.stringify({ '/api/me': { team: true, person }, '/api/me/own': person ? own : undefined });
  document.head.append(script);
  jest.resetModules();
  return import('../src/ground/state/kept.ts');
};
const later = () => jest.advanceTimersByTimeAsync(1_500);

test('two people at one browser have each their own tray and what they typed; alone nothing is other than before', async () => {
  const olga = await openedBy(OLGA);
  olga.keep('tray', { quayside: ['QS1'] });
  const otto = await openedBy(OTTO);
  expect(otto.kept('tray')).toBeNull();
  otto.keep('tray', { quayside: ['QS2'] });
  expect((await openedBy(OLGA)).kept('tray')).toEqual({ quayside: ['QS1'] });
  const alone = await openedBy(null);
  expect(alone.kept('tray')).toBeNull();
  alone.keep('tray', {});
  expect(localStorage.getItem('kettle/tray')).toBe('{}');
});

describe('what somebody keeps', () => {
  test('is sent a moment later, once for many keys, and is there in the next browser', async () => {
    const olga = await openedBy(OLGA);
    for (const text of ['n', 'no', 'not']) olga.keep('typed/note', text);
    olga.keep('tray', { quayside: ['QS1'] });
    olga.keep('colour-mode', 'dark');
    await later();
    expect(sent).toEqual([[{ name: 'typed/note', json: '"not"' }, { name: 'tray', json: '{"quayside":["QS1"]}' }]]); // prettier-ignore
    await later();
    expect(sent).toHaveLength(1);
    localStorage.clear();
    const elsewhere = await openedBy(OLGA, held);
    expect(elsewhere.kept('typed/note')).toBe('not');
    elsewhere.keep('typed/note', null);
    await later();
    expect(held['typed/note']).toBeNull();
    // What was forgotten elsewhere is forgotten here.
    localStorage.setItem('kettle@1/typed/note', '"not"');
    expect((await openedBy(OLGA, held)).kept('typed/note')).toBeNull();
    // The theme is this screen's.
    expect(Object.keys(held)).not.toContain('colour-mode');
  });

  test('is not lost while the server cannot be reached, and is newer than what a page brings', async () => {
    isAway = true;
    const olga = await openedBy(OLGA);
    olga.keep('typed/note', 'newer');
    await later();
    const again = await openedBy(OLGA, { 'typed/note': '"older"' });
    expect(again.kept('typed/note')).toBe('newer');
    isAway = false;
    await later();
    expect(held).toEqual({ 'typed/note': '"newer"' });
  });

  test('is sent when the window closes, and before signing out', async () => {
    const olga = await openedBy(OLGA);
    olga.keep('typed/note', 'a');
    window.dispatchEvent(new Event('pagehide'));
    await jest.advanceTimersByTimeAsync(0);
    expect(held['typed/note']).toBe('"a"');
    olga.keep('typed/note', 'b');
    await olga.sendKept();
    expect(held['typed/note']).toBe('"b"');
  });

  test('leaves the browser with whoever signs out, but for what only this browser has', async () => {
    left = ['typed/much'];
    const olga = await openedBy(OLGA);
    olga.keep('typed/note', 'a');
    olga.keep('typed/much', 'b');
    olga.keep('typed/long', 'x'.repeat(70_000));
    olga.keep('colour-mode', 'dark');
    await olga.sendKept();
    (await openedBy(null)).kept('anything');
    expect(Object.keys(localStorage).sort()).toEqual(['kettle@1/colour-mode', 'kettle@1/typed/long', 'kettle@1/typed/much', 'kettle@1/unsent']); // prettier-ignore
    const back = await openedBy(OLGA, held);
    expect([back.kept('typed/note'), back.kept('typed/much')]).toEqual(['a', 'b']);
    expect(back.kept<string>('typed/long')).toHaveLength(70_000);
  });
});
