// What a browser keeps belongs to whoever is signed in at it.
import { beforeEach, expect, jest, test } from '@jest/globals';
import { SENT_AHEAD } from '@kettle/contract/sift';

beforeEach(() => {
  localStorage.clear();
  jest.resetModules();
});
/** The page as the server sends it to somebody; the interface begins anew with it. */
const openedBy = async (person: object | null) => {
  document.getElementById(SENT_AHEAD)?.remove();
  const script = document.createElement('script');
  script.type = 'application/json';
  script.id = SENT_AHEAD;
  script.textContent = JSON.stringify({ '/api/me': { team: true, person } });
  document.head.append(script);
  jest.resetModules();
  return import('../src/ground/state/kept.ts');
};

test('two people at one browser have each their own tray and what they typed; alone nothing is other than before', async () => {
  const olga = await openedBy({ id: 1, name: 'Olga', role: 'owner' });
  olga.keep('tray', { quayside: ['QS1'] });
  const otto = await openedBy({ id: 2, name: 'Otto', role: 'member' });
  expect(otto.kept('tray')).toBeNull();
  otto.keep('tray', { quayside: ['QS2'] });
  expect((await openedBy({ id: 1, name: 'Olga', role: 'owner' })).kept('tray')).toEqual({ quayside: ['QS1'] });
  const alone = await openedBy(null);
  expect(alone.kept('tray')).toBeNull();
  alone.keep('tray', {});
  expect(localStorage.getItem('kettle/tray')).toBe('{}');
});
