import { Box, Button, FileUpload, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { CurveFile } from '@kettle/contract/curves';
import { knotsFault } from '@kettle/core/estimate/rank-curve';
import { typedNumber, typedNumberFault } from '@kettle/core/measures/typed-number';
import { numberFromText } from '@kettle/core/money/money';
import { useTakeCurveMutation } from '../../ground/api/curves.ts';
import {
  FieldRow,
  Form,
  LongTextField,
  SendButton,
  TextField,
  useKeptForm,
  useTypedValues,
} from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** Points as pasted: a rank and units a day a line. */
const knotsFrom = (text: string): { knots: CurveFile['knots']; fault: string | null } => {
  const knots: CurveFile['knots'] = [];
  for (const [i, line] of text.split(/\r?\n/).entries()) {
    if (line.trim() === '') continue;
    const [rank, units] = line
      .trim()
      .split(/\t|;|\s+/)
      .map((part) => numberFromText(part));
    if (rank == null || units == null) return { knots, fault: `Line ${i + 1} is not a rank and a number of units.` };
    knots.push({ rank, unitsPerDay: units });
  }
  return { knots, fault: knots.length === 0 ? null : knotsFault(knots) };
};

/** A curve of one's own: points typed or pasted, or a file in the open format. */
export const TakeCurve = ({ category }: { category: string | null }) => {
  const market = useMarket();
  const [read, setRead] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const [take, { error, isSuccess }] = useTakeCurveMutation();
  const send = (file: CurveFile) => take({ params: { marketplace: market.id }, body: file });
  const form = useKeptForm(
    `curve/${market.id}/${category ?? '*'}`,
    { category: category ?? '*', spread: '30', points: '' },
    ({ category: of, spread, points }) =>
      send({
        format: 'cold-kettle/rank-curve',
        version: 1,
        category: of.trim(),
        validFrom: market.today,
        source: 'your own',
        residual: Math.log(1 + typedNumber(spread)! / 100),
        knots: knotsFrom(points).knots,
        reviewRate: null,
        reviewSpread: null,
      }),
  );
  const { points } = useTypedValues(form);
  const { knots, fault } = knotsFrom(points);
  const fromFile = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setRound((n) => n + 1);
    try {
      void send(JSON.parse(await file.text()) as CurveFile);
      setRead(null);
    } catch {
      setRead(`${file.name} is no JSON file.`);
    }
  };
  return (
    <Box as="section" mt="8" maxW="640px" fontSize="13px">
      <Heading as="h2" fontSize="15px" mb="1">
        Take in a curve of your own
      </Heading>
      <Form of={form} tellsProblem={false}>
        <FieldRow>
          <TextField name="category" label="Category (* for all others)" width="280px" required />
          <TextField
            name="spread"
            label="Listings spread around it, ± %"
            width="90px"
            inputMode="decimal"
            fault={(text) => typedNumberFault(text) ?? (typedNumber(text)! > 0 ? null : 'Enter a number above 0.')}
          />
        </FieldRow>
        <Box mt="2">
          <LongTextField
            name="points"
            label="A rank and units a day a line"
            rows={5}
            figures
            placeholder={'1\t120\n100\t9.5\n2000\t0.4'}
          />
        </Box>
        {fault && (
          <Text color="brick" role="alert">
            {fault}
          </Text>
        )}
        <Flex gap="2" mt="2" align="center" wrap="wrap">
          <SendButton disabled={knots.length < 2 || fault !== null}>Put these points in force</SendButton>
          <FileUpload.Root
            key={round}
            accept=".json,application/json"
            maxFiles={1}
            w="auto"
            onFileAccept={({ files }) => void fromFile(files[0])}
          >
            <FileUpload.HiddenInput aria-label="Curve file" />
            <FileUpload.Trigger asChild>
              <Button size="xs" variant="outline" bg="paper">
                Or take a file in (JSON)
              </Button>
            </FileUpload.Trigger>
          </FileUpload.Root>
          {isSuccess && (
            <Text color="verdigris" role="status">
              ● The curve was taken in; estimates follow.
            </Text>
          )}
        </Flex>
      </Form>
      {read && (
        <Text color="brick" role="alert">
          {read}
        </Text>
      )}
      <ProblemNote error={error} kept="What you typed is still here; the curve in force is as it was." />
    </Box>
  );
};
