import { Box, Button, Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { ListingSheet } from '@kettle/contract/listings';
import type { CraftKey } from '@kettle/contract/sheet';
import { numberFromText } from '@kettle/core/money/money';
import { useOverruleCraftMutation, useSurroundingsQuery } from '../../ground/api/sheet.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day, percent } from '../../ground/ui/format.ts';
import { IntervalBar } from '../../ground/ui/interval-bar.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { newerOf } from '../../ground/ui/use-kept-document.ts';

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

const OverruleForm = ({ code, part, onDone }: { code: string; part: Part; onDone: () => void }) => {
  const market = useMarket();
  const [points, setPoints] = useState(String(part.points));
  const [note, setNote] = useState(part.overruled?.note ?? '');
  const [overrule, { error, isLoading }] = useOverruleCraftMutation();
  const number = numberFromText(points);
  const newer = newerOf<{ points: number | null; note: string }>(error);
  const wrong = number === null || !Number.isInteger(number) || number < 0 || number > 100;
  const send = async (value: number | null): Promise<void> => {
    const result = await overrule({
      params: { marketplace: market.id, code, part: part.key },
      body: {
        points: value,
        note: value === null ? '' : note,
        version: newer?.version ?? part.overruled?.version ?? 0,
      },
    });
    if ('data' in result) onDone();
  };
  return (
    <Flex asChild gap="2" mt="1" align="flex-end" wrap="wrap">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (!wrong) void send(number);
        }}
      >
        <label>
          Points, 0 to 100
          <Input
            size="xs"
            w="80px"
            bg="paper"
            display="block"
            value={points}
            onChange={(e) => setPoints(e.target.value)}
          />
        </label>
        <label>
          Why
          <Input
            size="xs"
            w="240px"
            bg="paper"
            display="block"
            maxLength={400}
            placeholder="what you saw on the page"
            value={note}
            onChange={(e) => setNote(e.target.value)}
          />
        </label>
        <Button type="submit" size="2xs" colorPalette="aubergine" loading={isLoading} disabled={wrong}>
          Keep my judgement
        </Button>
        {part.overruled && (
          <Button size="2xs" variant="outline" onClick={() => void send(null)}>
            Back to the rubric
          </Button>
        )}
        {wrong && (
          <Text color="brick" role="alert">
            A whole number from 0 to 100.
          </Text>
        )}
        <ProblemNote
          error={error}
          kept={
            newer
              ? `There ${newer.points === null ? 'the rubric decides again' : `${newer.points} points were kept`}${newer.note ? `, “${newer.note}”` : ''}. What you typed is still here; keep it once more to put it in the place of that.`
              : 'What you typed is still here.'
          }
        />
      </form>
    </Flex>
  );
};
