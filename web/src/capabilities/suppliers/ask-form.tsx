import { Box, Button, Flex, Text } from '@chakra-ui/react';
import type { SupplierCard } from '@kettle/contract/suppliers';
import type { Piece } from '@kettle/core/costing/landing';
import { numberFromText } from '@kettle/core/money/money';
import { useBriefQuery } from '../../ground/api/candidates.ts';
import { useAskSupplierMutation } from '../../ground/api/suppliers.ts';
import { Form, LongTextField, SendButton, TextField, useKeptForm, useTypedValues } from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { count } from '../../ground/ui/format.ts';

const AND = new Intl.ListFormat('en-GB');
const MOST_NUMBERS = 6;
const LONGEST = 1000;
const piecesOf = (text: string): number[] =>
  text
    .split(/[;\s]|,(?!\d{3}(?!\d))/)
    .filter((t) => t.trim() !== '')
    .map((t) => numberFromText(t, true) ?? NaN);
const fault = (text: string): string | null => {
  const pieces = piecesOf(text);
  if (pieces.length === 0) return 'At least one number of pieces.';
  if (pieces.some((n) => !Number.isInteger(n) || n < 1)) return 'Whole numbers, such as 500; 1000.';
  return pieces.length > MOST_NUMBERS ? `At most ${MOST_NUMBERS} numbers of pieces.` : null;
};

/** What the piece is, for somebody who has not seen it. @example describePiece({ weight: 1650, sides: [300, 220, 90] }) // => "A piece weighs 1650 g and measures 300 × 220 × 90 mm." */
const describePiece = ({ weight, sides }: Piece): string => {
  const facts = [
    weight !== null && `weighs ${Math.round(weight)} g`,
    sides && `measures ${sides.map(Math.round).join(' × ')} mm`,
  ].filter(Boolean);
  return facts.length === 0 ? '' : `A piece ${facts.join(' and ')}.`;
};

/** A supplier is asked for a quote: for how many pieces, and what they must be. */
export const AskForm = ({
  code,
  card,
  piece,
  firstOrder,
  candidate,
  onDone,
}: {
  code: string;
  card: SupplierCard;
  piece: Piece;
  firstOrder: number | null;
  candidate: number | null;
  onDone: () => void;
}) => {
  const market = useMarket();
  const [ask] = useAskSupplierMutation();
  const { data: brief } = useBriefQuery({ params: { id: candidate ?? 0 } }, { skip: candidate === null });
  const least = card.steps[0]!.from;
  const order = Math.max(firstOrder ?? least, 1);
  const form = useKeptForm(
    `ask/${market.id}/${code}/${card.ref}`,
    { pieces: [...new Set([order, order * 2])].join('; '), note: describePiece(piece) },
    async ({ pieces, note }) => {
      const answer = await ask({
        params: { marketplace: market.id, code },
        body: { ref: card.ref, pieces: piecesOf(pieces), note },
      });
      if (!answer.error) onDone();
      return answer;
    },
  );
  const { pieces: typed } = useTypedValues(form);
  const points = brief?.document.lines.filter((l) => l.about === 'product' && l.change.trim() !== '') ?? [];
  const putBriefIn = (): void => {
    const there = form.form.getValues('note');
    const lines = points.map((l) => `– ${[l.change, l.amount, l.check].filter((t) => t.trim() !== '').join('; ')}`);
    form.form.setValue('note', [there, ...lines.filter((l) => !there.includes(l))].filter(Boolean).join('\n').slice(0, LONGEST), { shouldDirty: true }); // prettier-ignore
  };
  return (
    <Box p="3" my="2" borderWidth="1px" borderColor="rule" borderRadius="l1" bg="enamel" maxW="720px">
      <Form of={form}>
        <Text fontWeight="600" mb="1">
          What {card.supplier} is asked for
        </Text>
        <TextField name="pieces" label="Prices for how many pieces" width="200px" required fault={fault} autoFocus />
        <Text color="inkSoft" fontSize="12px" mt="1">
          {fault(typed) === null && `Asked for ${AND.format(piecesOf(typed).map((n) => count(n)))} pieces. `}It lists{' '}
          {card.makes} from {count(least)} pieces.
        </Text>
        <Box mt="2">
          <LongTextField name="note" label="What it must be" rows={4} />
        </Box>
        <Flex mt="2" gap="2" align="center">
          <SendButton>Ask for the quote</SendButton>
          {points.length > 0 && (
            <Button size="xs" variant="outline" type="button" onClick={putBriefIn}>
              Put the maker’s brief in ({points.length})
            </Button>
          )}
          <Button size="xs" variant="ghost" type="button" onClick={onDone}>
            Leave it
          </Button>
        </Flex>
      </Form>
    </Box>
  );
};
