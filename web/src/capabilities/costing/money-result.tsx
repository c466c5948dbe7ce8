import { Box, Text } from '@chakra-ui/react';
import type { costing } from '@kettle/core/costing/costing';
import { useMarket } from '../../ground/market/market.ts';
import { money, percent } from '../../ground/ui/format.ts';
import { Line, spanInWords, Words } from './money-lines.tsx';

/** What comes out of a costing, or what it still waits for. */
export const MoneyResult = ({
  result,
  breakEven,
  full,
}: {
  result: ReturnType<typeof costing>;
  breakEven: number | null;
  full: boolean;
}) => {
  const market = useMarket();
  return result.known ? (
    <Box pt="2" borderTopWidth="1px" borderColor="rule">
      <Line label="Landed cost" amount={-result.costing.landed} />
      <Line label="Advertising and returns" amount={-result.costing.sale} />
      <Line label="Profit a unit" strong amount={result.costing.profit} testId="profit" />
      <Words label="Margin" value={percent(result.costing.margin, 1)} testId="margin" />
      <Words label="Return on cost" value={percent(result.costing.returnOnCost, 0)} />
      <Words
        label="Break-even price"
        value={breakEven === null ? 'none works' : money(breakEven, market)}
        testId="break-even"
      />
      {full && (
        <Words
          label="Outlay"
          value={result.costing.outlay === null ? 'type in the first order' : money(result.costing.outlay, market)}
        />
      )}
    </Box>
  ) : (
    <Text mt="2" color="inkSoft" role="status">
      {result.reason}
      {!result.known &&
        result.profit &&
        ` Profit a unit lies within ${spanInWords(result.profit, market)}: a file of listings with weight and sides tells it.`}
    </Text>
  );
};
