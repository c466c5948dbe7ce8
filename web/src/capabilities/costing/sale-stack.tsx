import { Box, Flex } from '@chakra-ui/react';
import type { Costing } from '@kettle/core/costing/costing';
import { useMarket } from '../../ground/market/market.ts';
import { money, percent } from '../../ground/ui/format.ts';

/** Each kind of taking has a colour of its own; its parts are told apart by how strong it is. */
const COLOUR = { fees: 'inkSoft', landed: 'series2', sale: 'series4', stays: 'aubergine' } as const;
const STRENGTHS = [1, 0.72, 0.5, 0.86, 0.6, 0.4];

interface Part {
  key: string;
  kind: keyof typeof COLOUR;
  name: string;
  amount: number;
}

/** Where the money of a sale goes, as one bar; what stays stands last. A loss has no bar: the sum says it. */
export const SaleStack = ({ costing, price }: { costing: Costing; price: number }) => {
  const market = useMarket();
  const ofPart = (part: 'landed' | 'sale') =>
    costing.lines
      .filter((l) => l.part === part)
      .map((l) => ({
        key: l.key,
        kind: part,
        name: l.label.replace(/,? (of price|a unit|on unit cost)$/, ''),
        amount: l.amount ?? 0,
      }));
  const parts: Part[] = [
    ...costing.fees.lines.map((l) => ({ key: l.key, kind: 'fees' as const, name: l.label, amount: l.amount })),
    ...ofPart('landed'),
    ...ofPart('sale'),
  ].filter((p) => p.amount > 0);
  const whole = Math.max(
    price,
    parts.reduce((sum, p) => sum + p.amount, 0),
  );
  const shown = [
    ...parts,
    ...(costing.profit > 0 ? [{ key: 'stays', kind: 'stays' as const, name: 'Stays', amount: costing.profit }] : []),
  ];
  const strength = (p: Part): number =>
    STRENGTHS[shown.filter((x) => x.kind === p.kind).indexOf(p) % STRENGTHS.length]!;
  return (
    <Box as="figure" data-caption="Where a sale goes">
      <Flex h="26px" borderRadius="l1" overflow="hidden" aria-hidden>
        {shown.map((p) => (
          <Box
            key={p.key}
            w={`${(100 * p.amount) / whole}%`}
            bg={COLOUR[p.kind]}
            opacity={strength(p)}
            borderRightWidth="1px"
            borderColor="paper"
            title={`${p.name} ${money(p.amount, market)}`}
          />
        ))}
      </Flex>
      <Flex as="figcaption" columnGap="3" wrap="wrap" mt="1" fontSize="12px">
        {shown.map((p) => (
          <Flex key={p.key} align="center" gap="1">
            <Box w="9px" h="9px" bg={COLOUR[p.kind]} opacity={strength(p)} aria-hidden />
            {p.name} {money(p.amount, market)}
            <Box as="span" color="inkSoft">
              {percent(p.amount / price)}
            </Box>
          </Flex>
        ))}
      </Flex>
    </Box>
  );
};
