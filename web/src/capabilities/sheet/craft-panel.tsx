import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { ListingSheet } from '@kettle/contract/listings';
import type { CraftKey } from '@kettle/contract/sheet';
import { typedNumber } from '@kettle/core/measures/typed-number';
import { useOverruleCraftMutation, useSurroundingsQuery } from '../../ground/api/sheet.ts';
import { FieldRow, Form, SendButton, TextField, useKeptForm } from '../../ground/form/form.tsx';
import { newerOf } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day, percent } from '../../ground/ui/format.ts';
import { IntervalBar } from '../../ground/ui/interval-bar.tsx';
import { Mark } from '../../ground/ui/mark.tsx';

type Part = ListingSheet['craft']['parts'][number];
const NAMES: Record<CraftKey, string> = {
  title: 'Title',
  pictures: 'Pictures',
  bullets: 'Bullets',
  description: 'Description',
};

/** How well the page is made, part by part: what was found, what is missing, against the middle of its shelf. */
export const CraftPanel = ({ sheet }: { sheet: ListingSheet }) => {
  const market = useMarket();
  const { craft, listing } = sheet;
  const { currentData } = useSurroundingsQuery({ params: { marketplace: market.id, code: listing.code } });
  const shelf = currentData?.shelf ?? null;
  return (
    <Box fontSize="13px">
      <Text>
        <b className="figures">{craft.value} of 100</b>
        {shelf?.craft != null && (
          <>
            {' '}
            against a middle of <span className="figures">{Math.round(shelf.craft)}</span> on {shelf.name},{' '}
            {shelf.listings} listings:{' '}
            {craft.value > shelf.craft + 5
              ? 'better made than most there'
              : craft.value < shelf.craft - 5
                ? 'worse made than most there'
                : 'as well made as most there'}
          </>
        )}
        .
      </Text>
      {craft.parts.map((part) => (
        <PartRow key={part.key} sheet={sheet} part={part} shelf={shelf?.parts[part.key] ?? null} />
      ))}
      {craft.leftOut.length > 0 && (
        <Text color="inkSoft" mt="1">
          Not known and left out: {craft.leftOut.map((k) => NAMES[k].toLowerCase()).join(', ')}.
        </Text>
      )}
    </Box>
  );
};

const PartRow = ({ sheet, part, shelf }: { sheet: ListingSheet; part: Part; shelf: number | null }) => {
  const [editing, setEditing] = useState(false);
  const missing = part.checks.filter((c) => c.better !== '');
  const good = part.checks.filter((c) => c.better === '');
  return (
    <Box mt="2" pt="2" borderTopWidth="1px" borderColor="rule">
      <Flex gap="3" align="center" className="figures">
        <Box w="92px" fontWeight="600">
          {NAMES[part.key]}
        </Box>
        <Box flex="1">
          <IntervalBar value={shelf} low={0} high={part.points} from={0} to={100} width="100%" />
        </Box>
        <Box w="150px" textAlign="right">
          {part.points}
          <Box as="span" color="inkSoft">
            {shelf === null ? '' : ` · shelf ${Math.round(shelf)}`} · weighs {percent(part.weight)}
          </Box>
        </Box>
        <Button size="2xs" variant="outline" aria-expanded={editing} onClick={() => setEditing(!editing)}>
          Judge
        </Button>
      </Flex>
      {part.overruled && (
        <Text color="aubergine">
          ✎ You said {part.points} on {day(part.overruled.day)}; the rubric says {part.overruled.rubric}.
          {part.overruled.note && ` “${part.overruled.note}”`}
        </Text>
      )}
      {missing.map((c) => (
        <Text key={c.name}>
          <Mark kind="care" word="missing" />
          {c.name}: {c.found}{' '}
          <Box as="span" color="inkSoft">
            → {c.better} ({c.points} of {c.of})
          </Box>
        </Text>
      ))}
      {good.length > 0 && (
        <Text color="inkSoft">
          <Mark kind="holds" word="found" />
          {good.map((c) => `${c.name.toLowerCase()}: ${c.found}`).join(' · ')}
        </Text>
      )}
      {editing && <OverruleForm code={sheet.listing.code} part={part} onDone={() => setEditing(false)} />}
    </Box>
  );
};

const wholePoints = (text: string): string | null => {
  const number = typedNumber(text);
  return number === null || !Number.isInteger(number) || number < 0 || number > 100
    ? 'A whole number from 0 to 100.'
    : null;
};

const OverruleForm = ({ code, part, onDone }: { code: string; part: Part; onDone: () => void }) => {
  const market = useMarket();
  const [overrule, { error }] = useOverruleCraftMutation();
  const newer = newerOf<{ points: number | null; note: string }>(error);
  const send = async (points: number | null, note: string) => {
    const result = await overrule({
      params: { marketplace: market.id, code, part: part.key },
      body: { points, note, version: newer?.version ?? part.overruled?.version ?? 0 },
    });
    if ('data' in result) onDone();
    return result;
  };
  const first = { points: String(part.points), note: part.overruled?.note ?? '' };
  const form = useKeptForm(`craft/${market.id}/${code}/${part.key}`, first, ({ points, note }) =>
    send(typedNumber(points), note),
  );
  return (
    <Box mt="1">
      <Form
        of={form}
        keeps={
          newer
            ? `There ${newer.points === null ? 'the rubric decides again' : `${newer.points} points were kept`}${newer.note ? `, “${newer.note}”` : ''}. What you typed is still here; keep it once more to put it in the place of that.`
            : undefined
        }
      >
        <FieldRow>
          <TextField name="points" label="Points, 0 to 100" width="80px" inputMode="numeric" fault={wholePoints} />
          <TextField name="note" label="Why" width="240px" maxLength={400} placeholder="what you saw on the page" />
          <SendButton>Keep my judgement</SendButton>
          {part.overruled && (
            <Button size="2xs" variant="outline" onClick={() => void send(null, '')}>
              Back to the rubric
            </Button>
          )}
        </FieldRow>
      </Form>
    </Box>
  );
};
