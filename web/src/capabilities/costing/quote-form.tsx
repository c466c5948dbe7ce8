import { Box, Flex, Text } from '@chakra-ui/react';
import type { Quote, TypedQuote } from '@kettle/contract/costing';
import { parseSteps } from '@kettle/core/costing/quote-text';
import { TRADE_TERMS, type TradeTerm } from '@kettle/core/documents/landing';
import { typedNumber, typedNumberFault } from '@kettle/core/measures/typed-number';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { useKeepQuoteMutation, useKeepRateMutation } from '../../ground/api/costing.ts';
import {
  ChoiceField,
  FieldRow,
  Form,
  LongTextField,
  SendButton,
  TextField,
  useKeptForm,
  useTypedValues,
} from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';

type Values = Record<
  | 'supplier' | 'country' | 'day' | 'currency' | 'rate' | 'steps' | 'term' | 'leadDays' | 'validUntil'
  | 'perCarton' | 'cartonWeight' | 'cartonSides' | 'once' | 'note',
  string
>; // prettier-ignore

const aNumber = (text: string): string | null =>
  text.trim() === '' ? null : (typedNumberFault(text) ?? (typedNumber(text)! < 0 ? 'Enter 0 or more.' : null));
const aCount = (text: string): string | null =>
  text.trim() === '' ? null : (typedNumberFault(text, 0) ?? aNumber(text));
const sidesOf = (text: string): [number, number, number] | null => {
  const sides = text.split(/[x×*]/i).map((part) => typedNumber(part) ?? 0);
  return sides.length === 3 && sides.every((s) => s > 0) ? (sides as [number, number, number]) : null;
};
const stepsFault = (text: string): string | null => {
  const { steps, faults } = parseSteps(text);
  if (faults.length > 0) return `Line ${faults[0]!.line}: ${faults[0]!.reason}`;
  return steps.length === 0 ? 'At least one number of pieces with its price.' : null;
};

/** A quote as it stands in a form; of one that is there, or a new one. */
const valuesOf = (quote: Quote | null, today: string, currency: string): Values => ({
  supplier: quote?.supplier ?? '',
  country: quote?.country ?? '',
  day: quote?.day ?? today,
  currency: quote?.currency ?? currency,
  rate: '',
  steps: quote?.steps.map((s) => `${s.from} ${s.price}`).join('\n') ?? '',
  term: quote?.term ?? '',
  leadDays: quote?.leadDays?.toString() ?? '',
  validUntil: quote?.validUntil ?? '',
  perCarton: quote?.carton?.units.toString() ?? '',
  cartonWeight: quote?.carton ? String(quote.carton.weight / 1000) : '',
  cartonSides: quote?.carton?.sides.map((s) => s / 10).join(' x ') ?? '',
  once: quote && quote.once > 0 ? String(majorFromMinor(quote.once, currency)) : '',
  note: quote?.note ?? '',
});

const typedOf = (v: Values, currency: string): TypedQuote => {
  const number = (text: string): number | null => typedNumber(text);
  const [units, weight, sides] = [number(v.perCarton), number(v.cartonWeight), sidesOf(v.cartonSides)];
  const carton =
    units && weight && sides
      ? { units, weight: weight * 1000, sides: sides.map((s) => s * 10) as [number, number, number] }
      : null;
  return {
    supplier: v.supplier,
    country: v.country.trim(),
    day: v.day,
    currency: v.currency.trim().toUpperCase(),
    steps: parseSteps(v.steps).steps,
    term: v.term === '' ? null : (v.term as TradeTerm),
    leadDays: number(v.leadDays),
    carton,
    once: minorFromMajor(number(v.once) ?? 0, currency),
    validUntil: v.validUntil === '' ? null : v.validUntil,
    note: v.note,
  };
};

/** A quote typed or pasted; of the same supplier and day it stands in the place of what was there. */
export const QuoteForm = ({
  code,
  today,
  of,
  onDone,
}: {
  code: string;
  today: string;
  of: Quote | null;
  onDone: () => void;
}) => {
  const market = useMarket();
  const [keepQuote] = useKeepQuoteMutation();
  const [keepRate] = useKeepRateMutation();
  const place = `quote/${market.id}/${code}/${of ? `${of.supplierId}/${of.day}` : 'new'}`;
  const form = useKeptForm<Values>(place, valuesOf(of, today, market.currency), async (values) => {
    const quote = typedOf(values, market.currency);
    const rate = typedNumber(values.rate);
    if (rate !== null && quote.currency !== market.currency) {
      const given = await keepRate({
        params: { marketplace: market.id, currency: quote.currency },
        body: { day: quote.day, rate },
      });
      if (given.error) return { error: given.error };
    }
    const kept = await keepQuote({ params: { marketplace: market.id, code }, body: quote });
    if (!kept.error) onDone();
    return kept;
  });
  const { currency, perCarton, cartonWeight, cartonSides } = useTypedValues(form);
  const isOther = currency.trim().toUpperCase() !== market.currency;
  const partOfCarton = [perCarton, cartonWeight, cartonSides].filter((t) => t.trim() !== '').length;
  return (
    <Box mt="2" p="3" borderWidth="1px" borderColor="rule" borderRadius="l1" bg="enamel" maxW="860px">
      <Form of={form}>
        <FieldRow>
          <TextField name="supplier" label="Supplier" width="190px" required maxLength={120} autoFocus={!of} />
          <TextField name="country" label="Country, two letters" width="60px" maxLength={2} />
          <TextField name="day" label="Of" type="date" max={today} width="140px" required />
          <TextField name="validUntil" label="Valid until" type="date" width="140px" />
          <TextField name="leadDays" label="Days to make it" width="70px" inputMode="numeric" fault={aCount} />
        </FieldRow>
        <Flex gap="3" mt="2" wrap="wrap">
          <Box flex="1 1 220px">
            <LongTextField
              name="steps"
              label="From how many pieces, and the price of one: a line each"
              placeholder={'500 4.70\n1000 4.35'}
              rows={4}
              figures
              required
              fault={stepsFault}
            />
          </Box>
          <Flex direction="column" gap="2" flex="1 1 300px">
            <FieldRow>
              <TextField name="currency" label="In" width="60px" maxLength={3} required />
              {isOther && (
                <TextField
                  name="rate"
                  label={`1 ${currency.toUpperCase().slice(0, 3)} is … ${market.currency} that day`}
                  width="120px"
                  inputMode="decimal"
                  placeholder="as known"
                  fault={aNumber}
                />
              )}
              <ChoiceField
                name="term"
                label="Trade term"
                width="120px"
                options={[['', 'not said'], ...TRADE_TERMS.map((t) => [t, t] as const)]}
              />
              <TextField
                name="once"
                label={`Once an order, ${market.currency}`}
                width="100px"
                inputMode="decimal"
                placeholder="0"
                fault={aNumber}
              />
            </FieldRow>
            <FieldRow>
              <TextField name="perCarton" label="Pieces a carton" width="80px" inputMode="numeric" fault={aCount} />
              <TextField name="cartonWeight" label="Its kg" width="70px" inputMode="decimal" fault={aNumber} />
              <TextField
                name="cartonSides"
                label="Its cm"
                width="130px"
                placeholder="50 x 40 x 30"
                fault={(t) => (t.trim() === '' || sidesOf(t) ? null : 'Three sides, such as 50 x 40 x 30.')}
              />
            </FieldRow>
            {partOfCarton > 0 && partOfCarton < 3 && (
              <Text color="saffron" fontSize="12px">
                ▲ A carton counts once its pieces, weight and sides are all there.
              </Text>
            )}
          </Flex>
        </Flex>
        <Box mt="2">
          <TextField name="note" label="Note" maxLength={400} />
        </Box>
        <Flex mt="3" gap="2">
          <SendButton>{of ? 'Keep the change' : 'Keep the quote'}</SendButton>
        </Flex>
      </Form>
    </Box>
  );
};
