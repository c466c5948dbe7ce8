import { type Random } from '@kettle/core/stats/random';

const FIRST = ['Hol', 'Nettle', 'San', 'Tern', 'Oak', 'Bras', 'Wend', 'Mur', 'Pell', 'Cor', 'Thistle', 'Dun', 'Larch', 'Quill', 'Fenn', 'Gar', 'Hazel', 'Ister', 'Jor', 'Kest', 'Lin', 'Marl', 'Nor', 'Ost', 'Pim', 'Rav', 'Sedge', 'Tam', 'Ull', 'Vars', 'Wren', 'Yar', 'Zel', 'Bramb', 'Clo', 'Drum', 'Elder', 'Fos', 'Grub', 'Hux'];
const LAST = ['lin', 'fold', 'drow', 'mere', 'ley', 'wick', 'combe', 'sted', 'garth', 'holt', 'by', 'thorpe', 'den', 'croft', 'more', 'haven', 'ness', 'ridge', 'vane', 'low', 'brook', 'sett', 'mund', 'ander', 'evik', 'orra', 'umble', 'ock', 'asco', 'inna'];
const KIND = ['', '', '', ' Works', ' & Daughter', ' Row', ' Lane', ' Studio', ' Supply', ' Hand', ' Yard', ' Mill', ' Post', ' Loft', ' Goods', ' Bench'];

/** An invented brand name; the same random stream gives the same names. */
export const brandName = (random: Random): string => {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  return `${pick(FIRST)}${pick(LAST)}${pick(KIND)}`;
};
