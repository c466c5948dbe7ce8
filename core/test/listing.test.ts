import { codesFromText } from '../src/listing/codes.ts';
import { riskFlags } from '../src/listing/flags.ts';

describe('pasted codes', () => {
  test('one a line, with commas, blanks, in addresses, twice: each once, in order', () => {
    const { codes, rest } = codesFromText(
      'qs0049g9\nQS004AH0, https://quayside.example/l/QS003PX0?ref=1;QS0049G9\n\thttps://www.quayside.example/QS003QY1/',
      'quayside.example',
    );
    expect(codes).toEqual(['QS0049G9', 'QS004AH0', 'QS003PX0', 'QS003QY1']);
    expect(rest).toEqual([]);
  });
  test('what is no code is handed back as typed: words, another site, addresses that are none', () =>
    expect(
      codesFromText('hello <b>QS1</b> https://elsewhere.example/QS0049G9 https:// 12', 'quayside.example'),
    ).toEqual({ codes: [], rest: ['hello', '<b>QS1</b>', 'https://elsewhere.example/QS0049G9', 'https://', '12'] }));
  test('nothing is nothing', () => expect(codesFromText(' \n ', 'x.example')).toEqual({ codes: [], rest: [] }));
});

describe('risk flags', () => {
  test('name the word they rest on', () => {
    expect(riskFlags('Clip-on stand light, rechargeable', 'Music Practice › Stand Extras', false)).toEqual([
      { key: 'electronics', label: 'electronics', reason: 'The title says "light".' },
    ]);
    expect(riskFlags('Safe cover', 'Darkroom › Light', true).map((f) => f.key)).toEqual(['gated', 'electronics']);
  });
  test('do not take a part of a word for the word', () =>
    expect(riskFlags('Delightful lightweight press', 'Bookcraft › Presses', false)).toEqual([]));
});
