import { expect, test } from '@jest/globals';
import { takeSentAhead } from '../src/ground/api/sent-ahead.ts';

test('answers sent along with the page serve once each', () => {
  document.body.innerHTML = '<script type="application/json" id="sent-ahead">{"/api/a":{"n":1}}</script>';
  expect(takeSentAhead('/api/a')).toEqual({ n: 1 });
  expect(takeSentAhead('/api/a')).toBeUndefined();
  expect(takeSentAhead('/api/b')).toBeUndefined();
});
