import { Box, Button, Flex, HStack, Text, Textarea } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import type { WrittenFrom } from '@kettle/contract/papers';
import type { PartCount } from '@kettle/core/listing-page/draft';
import { count as number } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';

/** How much of what is allowed is used; said in words when it is too much. */
const Used = ({ count: { used, most, unit } }: { count: PartCount }) => (
  <Text as="span" className="figures" fontSize="12px" color={used > most ? 'brick' : 'inkSoft'} whiteSpace="nowrap">
    {used > most && <Mark kind="fails" word="too long" />}
    {number(used)} of {number(most)} {unit === 'lines' ? '' : unit}
    {used > most && `, ${number(used - most)} too many`}
  </Text>
);

/** Lines that the assistant proposes, each with what it rests on; those that stand in the draft already are left out. */
const Proposals = ({
  lines,
  onTake,
  of,
}: {
  lines: readonly WrittenFrom[];
  /** Null where a line of one's own stands there: it is not written over. */
  onTake: ((line: WrittenFrom) => void) | null;
  of: string;
}) =>
  lines.length === 0 ? null : (
    <Box as="ul" aria-label={`Proposals: ${of}`} listStyleType="none" fontSize="13px">
      {lines.map((line) => (
        <Flex
          key={line.text}
          as="li"
          gap="2"
          align="flex-start"
          mt="1"
          px="2"
          py="1"
          borderWidth="1px"
          borderStyle="dotted"
          borderColor="aubergine"
        >
          <Box flex="1">
            {line.text}
            <Text fontSize="12px" color="inkSoft">
              {line.from}
            </Text>
          </Box>
          {onTake ? (
            <Button size="2xs" variant="outline" onClick={() => onTake(line)}>
              Take
            </Button>
          ) : (
            <Text fontSize="12px" color="inkSoft">
              yours stays
            </Text>
          )}
        </Flex>
      ))}
    </Box>
  );

const Drafted = ({ from }: { from: string | null }) =>
  from === null ? null : (
    <Text fontSize="12px" color="inkSoft">
      Drafted by the assistant from: {from}
    </Text>
  );

/** A text of the draft that is one. */
export const DraftLine = ({
  name,
  text,
  rows,
  count,
  from,
  onChange,
  proposals,
  onTake,
  holds = (line) => line.text === text,
}: {
  name: string;
  text: string;
  rows: number;
  count: PartCount;
  from: string | null;
  onChange: (text: string) => void;
  proposals: readonly WrittenFrom[];
  onTake: ((line: WrittenFrom) => void) | null;
  holds?: (line: WrittenFrom) => boolean;
}) => (
  <Box mt="4">
    <Flex as="label" direction="column">
      <Flex justify="space-between" gap="3" mb="1">
        <Text fontWeight="600" fontSize="13px">
          {name}
        </Text>
        <Used count={count} />
      </Flex>
      <Textarea
        aria-label={name}
        size="sm"
        bg="paper"
        rows={rows}
        autoresize
        maxLength={name === 'Description' ? 20_000 : 1000}
        value={text}
        onChange={(e) => onChange(e.target.value)}
      />
    </Flex>
    <Drafted from={from} />
    <Proposals of={name} lines={proposals.filter((p) => !holds(p))} onTake={onTake} />
  </Box>
);

/** Texts of the draft that are several, in their order. */
export const DraftLines = ({
  name,
  one,
  lines,
  rows,
  counts,
  from,
  onChange,
  proposals,
  onTake,
}: {
  name: string;
  one: string;
  lines: readonly string[];
  rows: number;
  counts: readonly PartCount[];
  from: (text: string) => string | null;
  onChange: (lines: string[]) => void;
  proposals: readonly WrittenFrom[];
  onTake: (line: WrittenFrom) => void;
}) => {
  const move = (at: number, by: number): void => {
    const next = [...lines];
    const [line] = next.splice(at, 1);
    next.splice(at + by, 0, line!);
    onChange(next);
  };
  return (
    <Box as="section" aria-label={name} mt="4">
      <Flex justify="space-between" gap="3">
        <Text fontWeight="600" fontSize="13px">
          {name}
        </Text>
        <Used count={counts.find((c) => c.line === null)!} />
      </Flex>
      <Box as="ol" listStyleType="none">
        {lines.map((text, at) => {
          const used = counts.find((c) => c.line === at + 1);
          return (
            <Box as="li" key={at} mt="1.5">
              <Flex gap="1.5" align="flex-start">
                <Textarea
                  aria-label={`${one} ${at + 1}`}
                  size="sm"
                  bg="paper"
                  rows={rows}
                  autoresize
                  maxLength={rows === 1 ? 500 : 2000}
                  value={text}
                  onChange={(e) => onChange(lines.map((l, i) => (i === at ? e.target.value : l)))}
                />
                <HStack gap="0.5">
                  {(
                    [
                      [`${one} ${at + 1} up`, at > 0 ? () => move(at, -1) : null, ArrowUp],
                      [`${one} ${at + 1} down`, at < lines.length - 1 ? () => move(at, 1) : null, ArrowDown],
                      [`Remove ${one.toLowerCase()} ${at + 1}`, () => onChange(lines.filter((_, i) => i !== at)), Trash2], // prettier-ignore
                    ] as const
                  ).map(([label, on, Icon]) => (
                    <Button
                      key={label}
                      size="2xs"
                      variant="ghost"
                      px="1"
                      aria-label={label}
                      title={label}
                      disabled={on === null}
                      onClick={() => on?.()}
                    >
                      {/* prettier-ignore */}
                      <Icon size={12} aria-hidden />
                    </Button>
                  ))}
                </HStack>
              </Flex>
              <Flex justify="space-between" gap="3">
                <Drafted from={from(text)} />
                {used && (
                  <Box ml="auto">
                    <Used count={used} />
                  </Box>
                )}
              </Flex>
            </Box>
          );
        })}
      </Box>
      <Button size="2xs" variant="outline" mt="1.5" onClick={() => onChange([...lines, ''])}>
        Add a {one.toLowerCase()}
      </Button>
      <Proposals of={name} lines={proposals.filter((p) => !lines.includes(p.text))} onTake={onTake} />
    </Box>
  );
};
