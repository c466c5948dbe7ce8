import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { fieldsOf } from '@kettle/core/documents/shapes';
import { PARTS, ShelfRules, type PartKey, type PartMap } from '@kettle/core/documents/shelf-rules';
import type { Openness } from '@kettle/core/shelf/reading';
import { PART_INPUTS, PART_NAMES, shelfRulesFault, STARTER_SHELF_RULES } from '@kettle/core/shelf/rules';
import { api } from '../../ground/api/api.ts';
import { useKeepShelfRulesMutation } from '../../ground/api/demand.ts';
import { DocumentNumber } from '../../ground/form/document-number.tsx';
import { SmallNumber } from '../../ground/form/small-number.tsx';
import { StaleNote, type Difference } from '../../ground/form/stale-note.tsx';
import { useKeptChanges } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { useAppDispatch } from '../../ground/state/dispatch.ts';
import { count, decimal } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import './rules-editor.css';

const FIELDS = fieldsOf(ShelfRules);

/** Which rules differ, in the numbers they are kept in. */
const rulesDiffer = (mine: ShelfRules, newer: ShelfRules): Difference[] => [
  ...FIELDS.filter(({ key }) => mine[key] !== newer[key]).map(({ key, title }) => ({
    name: title,
    mine: String(mine[key]),
    newer: String(newer[key]),
  })),
  ...PARTS.filter((key) => JSON.stringify(mine.parts[key]) !== JSON.stringify(newer.parts[key])).map((key) => ({
    name: PART_NAMES[key],
    mine: `weight ${mine.parts[key].weight}, ${mine.parts[key].map.join(' → ')}`,
    newer: `weight ${newer.parts[key].weight}, ${newer.parts[key].map.join(' → ')}`,
  })),
];

/** Thresholds, weights and maps of the shelf, the seller's own. What is typed is computed with at once and kept. */
export const RulesEditor = ({
  rules,
  own,
  version,
  openness,
  onTry,
}: {
  rules: ShelfRules;
  own: boolean;
  version: number;
  openness: Openness;
  onTry: (rules: ShelfRules | null) => void;
}) => {
  const market = useMarket();
  const [keep, { error }] = useKeepShelfRulesMutation();
  const changes = useKeptChanges<{ rules: ShelfRules | null }>(version, (body) =>
    keep({ params: { marketplace: market.id }, body }),
  );
  const dispatch = useAppDispatch();
  const [fault, setFault] = useState<string | null>(null);
  const set = (next: ShelfRules): void => {
    const wrong = shelfRulesFault(next);
    setFault(wrong);
    if (wrong !== null) return;
    onTry(next);
    changes.keep({ rules: next });
  };
  const setPart = (key: PartKey, change: Partial<ShelfRules['parts'][PartKey]>): void =>
    set({ ...rules, parts: { ...rules.parts, [key]: { ...rules.parts[key], ...change } } });
  return (
    <Box
      as="section"
      aria-label="Maps, weights and rules"
      className="shelf-rules"
      px="5"
      py="3"
      borderBottomWidth="1px"
      borderColor="rule"
      bg="paper"
    >
      <Flex gap="4" align="baseline" wrap="wrap">
        <Heading as="h2" fontSize="15px">
          Your own maps, weights and rules
        </Heading>
        <Text fontSize="13px" color="inkSoft" flex="1">
          They hold for all shelves of {market.name}. The starter values are common practice, nobody’s law.
        </Text>
        <Button
          size="2xs"
          variant="outline"
          disabled={!own && JSON.stringify(rules) === JSON.stringify(STARTER_SHELF_RULES)}
          onClick={() => {
            onTry(STARTER_SHELF_RULES);
            setFault(null);
            changes.keep({ rules: null });
          }}
        >
          Back to the starter values
        </Button>
      </Flex>
      {fault && (
        <Text role="alert" color="brick" fontSize="13px">
          ■ {fault} The values before it still hold.
        </Text>
      )}
      {changes.stale ? (
        <StaleNote
          differences={rulesDiffer(
            changes.stale.body.rules ?? STARTER_SHELF_RULES,
            changes.stale.newer.rules ?? STARTER_SHELF_RULES,
          )}
          onMine={changes.keepMine}
          onNewer={() => {
            changes.takeNewer();
            onTry(null);
            dispatch(api.util.invalidateTags(['ShelfRules']));
          }}
        />
      ) : (
        <ProblemNote error={error} kept="What you typed holds until you leave the page." />
      )}
      <Flex gap="8" wrap="wrap" mt="2">
        <div>
          <h3>Parts of openness</h3>
          <PlainTable
            label="Parts of openness"
            rows={PARTS}
            rowKey={(key) => key}
            columns={[
              {
                head: 'Part',
                cell: (key) => (
                  <>
                    <b>{PART_NAMES[key]}</b>
                    <div className="input-words">{PART_INPUTS[key]}</div>
                  </>
                ),
              },
              {
                head: 'Weight',
                align: 'left',
                cell: (key) => (
                  <SmallNumber
                    label={`Weight of ${PART_NAMES[key]}`}
                    value={rules.parts[key].weight}
                    onChange={(weight) => setPart(key, { weight })}
                  />
                ),
              },
              {
                head: 'Map: from what it is read off → 0–100',
                align: 'left',
                cell: (key) => (
                  <MapCells
                    name={PART_NAMES[key]}
                    map={rules.parts[key].map}
                    onChange={(map) => setPart(key, { map })}
                  />
                ),
              },
              {
                head: 'Here',
                cell: (key) => {
                  const here = openness.parts.find((p) => p.key === key)!;
                  return here.input === null
                    ? 'not known'
                    : `${decimal(here.input, Math.abs(here.input) < 10 ? 2 : 0)} → ${count(here.value)}`;
                },
              },
            ]}
          />
        </div>
        <div>
          <h3>Rules of the verdicts</h3>
          <div className="thresholds">
            {FIELDS.map((field) => (
              <DocumentNumber
                key={field.key}
                field={field}
                value={rules[field.key]}
                onChange={(v) => set({ ...rules, [field.key]: v })}
              />
            ))}
          </div>
        </div>
      </Flex>
    </Box>
  );
};

const MapCells = ({ name, map, onChange }: { name: string; map: PartMap; onChange: (map: PartMap) => void }) => (
  <span className="map">
    {map.map(([x, y], i) => (
      <span key={i} className="point">
        <SmallNumber
          label={`${name}, point ${i + 1}: from`}
          value={x}
          onChange={(v) => onChange(map.map((p, j) => (j === i ? [v, p[1]] : p)))}
        />
        <span aria-hidden>→</span>
        <SmallNumber
          label={`${name}, point ${i + 1}: to`}
          value={y}
          onChange={(v) => onChange(map.map((p, j) => (j === i ? [p[0], v] : p)))}
        />
      </span>
    ))}
  </span>
);
