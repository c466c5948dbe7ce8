import { Box, Button, Flex, Input, Text } from '@chakra-ui/react';
import { Trash2, X } from 'lucide-react';
import type { BeforeOrderLine } from '@kettle/core/documents/before-order';
import type { LineDays } from '@kettle/core/launch/before-order';
import { NumberField } from '../../ground/form/number-field.tsx';
import { count, day as dayText } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';

/** A thing to be done: tick, words, who, how long, after what, and where it lies between today and the order. */
export const OrderLine = ({
  line,
  others,
  days,
  bar,
  today,
  onChange,
  onRemove,
}: {
  line: BeforeOrderLine;
  others: readonly BeforeOrderLine[];
  days: LineDays | undefined;
  /** Shares of the time until the order. */
  bar: { from: number; to: number; slack: number } | null;
  today: string;
  onChange: (part: Partial<BeforeOrderLine>) => void;
  onRemove: () => void;
}) => {
  const name = line.what || 'A line of my own';
  const isDone = line.done !== null;
  const decides = days?.slack === 0;
  return (
    <Flex as="li" gap="3" py="2" borderTopWidth="1px" borderColor="rule" align="flex-start" wrap="wrap">
      <Box pt="1">
        <input
          type="checkbox"
          checked={isDone}
          aria-label={`Done: ${name}`}
          onChange={() => onChange({ done: isDone ? null : today })}
        />
      </Box>
      <Box flex="3 1 300px" minW="240px">
        <Input
          size="xs"
          bg="paper"
          aria-label={`What: ${name}`}
          maxLength={300}
          value={line.what}
          color={isDone ? 'inkSoft' : undefined}
          onChange={(e) => onChange({ what: e.target.value })}
        />
        <Flex gap="1.5" mt="1" wrap="wrap" align="center">
          {line.after.map((key) => (
            <Button
              key={key}
              size="2xs"
              variant="outline"
              fontWeight="400"
              maxW="100%"
              aria-label={`${name}: no longer after ${whatOf(others, key)}`}
              onClick={() => onChange({ after: line.after.filter((k) => k !== key) })}
            >
              <Box as="span" truncate>
                after: {whatOf(others, key)}
              </Box>
              <X size={11} aria-hidden />
            </Button>
          ))}
          {!isDone && (
            <Box
              as="label"
              position="relative"
              color="inkSoft"
              borderWidth="1px"
              borderStyle="dashed"
              borderColor="rule"
              borderRadius="l1"
              px="2"
              lineHeight="22px"
              _focusWithin={{ outline: '2px solid', outlineColor: 'aubergine' }}
            >
              after …
              <select
                aria-label={`${name}: after what`}
                style={{ position: 'absolute', inset: 0, opacity: 0, width: '100%', cursor: 'pointer' }}
                value=""
                onChange={(e) => e.target.value && onChange({ after: [...line.after, e.target.value] })}
              >
                <option value="">after …</option>
                {others
                  .filter((o) => !line.after.includes(o.key))
                  .map((o) => (
                    <option key={o.key} value={o.key}>
                      {o.what || 'A line of my own'}
                    </option>
                  ))}
              </select>
            </Box>
          )}
          <Input
            size="2xs"
            flex="1 1 140px"
            w="auto"
            minW="100px"
            variant="flushed"
            borderColor="rule"
            aria-label={`Note: ${name}`}
            placeholder="note"
            maxLength={2000}
            value={line.note}
            onChange={(e) => onChange({ note: e.target.value })}
            _placeholder={{ color: 'inkSoft' }}
          />
        </Flex>
      </Box>
      <Input
        size="xs"
        w="130px"
        bg="paper"
        aria-label={`Who: ${name}`}
        placeholder="who"
        maxLength={120}
        value={line.who}
        onChange={(e) => onChange({ who: e.target.value })}
        _placeholder={{ color: 'inkSoft' }}
      />
      <NumberField
        label={`Days: ${name}`}
        unseenLabel
        suffix="days"
        value={line.days}
        fault={(n) => (Number.isInteger(n) && n >= 0 && n <= 730 ? null : 'Whole days, at most 730.')}
        onChange={(n) => n !== null && onChange({ days: n })}
      />
      <Box flex="2 1 220px" minW="200px">
        {isDone ? (
          <Text color="inkSoft" pt="1">
            <Mark kind="holds" word="done" />
            done {dayText(line.done!, today)}
          </Text>
        ) : (
          days && (
            <>
              <Text>
                {decides && <Mark kind="care" word="decides the day" />}
                {dayText(days.begins, today)} – {dayText(days.ends, today)}
                <Box as="span" color="inkSoft">
                  {decides
                    ? ', decides the day'
                    : `, may wait ${count(days.slack)} ${days.slack === 1 ? 'day' : 'days'}`}
                </Box>
              </Text>
              {bar && (
                <Box aria-hidden position="relative" h="8px" mt="1" bg="rule" borderRadius="2px">
                  <Box
                    position="absolute"
                    top="0"
                    h="8px"
                    minW="3px"
                    borderRadius="2px"
                    bg={decides ? 'aubergine' : 'verdigris'}
                    style={{ left: `${100 * bar.from}%`, width: `${100 * (bar.to - bar.from)}%` }}
                  />
                  <Box
                    position="absolute"
                    top="3px"
                    h="2px"
                    bg="verdigris"
                    style={{ left: `${100 * bar.to}%`, width: `${100 * bar.slack}%` }}
                  />
                </Box>
              )}
            </>
          )
        )}
      </Box>
      <Button size="2xs" variant="ghost" px="1" aria-label={`Remove: ${name}`} title="Remove" onClick={onRemove}>
        <Trash2 size={12} aria-hidden />
      </Button>
    </Flex>
  );
};

const whatOf = (others: readonly BeforeOrderLine[], key: string): string =>
  others.find((o) => o.key === key)?.what || 'a line of my own';
