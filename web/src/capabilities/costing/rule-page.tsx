import { Box, Button, Flex, IconButton, NativeSelect, Skeleton, Text } from '@chakra-ui/react';
import { Trash2, Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import type { CostRule, CostRules } from '@kettle/core/documents/cost-rules';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { useCostRulesQuery, useKeepCostRulesMutation } from '../../ground/api/costing.ts';
import { useCategoriesQuery } from '../../ground/api/marketplaces.ts';
import { NumberField } from '../../ground/form/number-field.tsx';
import { StaleNote, type Difference } from '../../ground/form/stale-note.tsx';
import { newerOf, useKeptDocument } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { SumField } from './charge-fields.tsx';

export { RulePage as Component };

/** A rule to begin with, told as what it is. Common practice, no source. */
const beginning = (category: string, currency: string): CostRule => ({
  category,
  unitCost: { kind: 'share', rate: 0.25 },
  freightKg: minorFromMajor(2.5, currency),
  freightCubicMetre: minorFromMajor(350, currency),
  duty: 0.04,
  advertising: 0.12,
  months: 3,
  unitsShare: 0.5,
  once: minorFromMajor(1500, currency),
});

/** What goods are taken to cost before anybody was asked, by category. */
const RulePage = () => {
  const market = useMarket();
  const { currentData, error } = useCostRulesQuery(
    { params: { marketplace: market.id } },
    { refetchOnMountOrArgChange: true },
  );
  return (
    <NarrowPage
      title="Your rule of thumb"
      tab={`Rule of thumb for ${market.name}`}
      beside={
        <Link to={`/${market.id}/sift`} style={{ textDecoration: 'underline' }}>
          To the sift
        </Link>
      }
      lead="What goods, freight, duty and advertising are taken to cost before you have asked anybody. From it every listing gets a profit, a margin, an outlay to enter and months to payback: limits and columns of the sift, marked ≈. Where there is a costing, the costing stands instead."
      error={error}
    >
      {currentData ? <Rules key={market.id} first={currentData} /> : <Skeleton h="200px" mt="4" />}
    </NarrowPage>
  );
};

const Rules = ({ first }: { first: { document: CostRules; version: number } }) => {
  const market = useMarket();
  const [keep, { error }] = useKeepCostRulesMutation();
  const { draft, change, undo, newer, takeNewer, keepMine } = useKeptDocument(
    `cost-rules/${market.id}`,
    first,
    (body) => keep({ params: { marketplace: market.id }, body }),
  );
  const { rules } = draft.document;
  const set = (next: CostRule[]): void => change((d) => ({ ...d, document: { ...d.document, rules: next } }));
  const isWhole = rules.some((r) => r.category === '*');
  return (
    <Box fontSize="13px" mt="4" className="figures">
      {rules.length === 0 && <Text mb="3">None is typed yet, so nothing is said of what listings would leave.</Text>}
      {rules.map((rule, i) => (
        <RuleFields
          key={i}
          rule={rule}
          taken={rules.filter((_, at) => at !== i).map((r) => r.category)}
          onChange={(next) => set(rules.map((r, at) => (at === i ? next : r)))}
          onRemove={() => set(rules.filter((_, at) => at !== i))}
        />
      ))}
      <Flex gap="2">
        {!isWhole && (
          <Button size="xs" colorPalette="aubergine" onClick={() => set([beginning('*', market.currency), ...rules])}>
            Begin with one for all categories
          </Button>
        )}
        <AddCategory
          taken={rules.map((r) => r.category)}
          onAdd={(category) =>
            set([...rules, { ...(rules.find((r) => r.category === '*') ?? beginning('*', market.currency)), category }])
          }
        />
        <Button size="xs" variant="outline" disabled={undo === null} onClick={() => undo?.()}>
          <Undo2 size={13} aria-hidden /> Undo
        </Button>
      </Flex>
      <Text mt="2" color="inkSoft" fontSize="12px">
        The figures it begins with are common practice without a source: put in what your own quotes came to.
      </Text>
      {newer ? (
        <StaleNote differences={differences(draft.document, newer.document)} onMine={keepMine} onNewer={takeNewer} />
      ) : (
        <ProblemNote error={newerOf(error) ? null : error} kept="What you typed is still here." />
      )}
    </Box>
  );
};

const differences = (mine: CostRules, newer: CostRules): Difference[] => {
  const names = [...new Set([...mine.rules, ...newer.rules].map((r) => r.category))];
  const of = (rules: CostRules, category: string): string =>
    JSON.stringify(rules.rules.find((r) => r.category === category) ?? null);
  const told = (rules: CostRules, category: string): string =>
    of(rules, category) === 'null' ? 'not there' : 'its own figures';
  return names
    .filter((n) => of(mine, n) !== of(newer, n))
    .map((n) => ({ name: n === '*' ? 'All other categories' : n, mine: told(mine, n), newer: told(newer, n) }));
};

/** Names a category that gets a rule of its own. */
const AddCategory = ({ taken, onAdd }: { taken: readonly string[]; onAdd: (category: string) => void }) => {
  const market = useMarket();
  const { data = [] } = useCategoriesQuery({ params: { marketplace: market.id } });
  const free = data.filter((c) => !taken.includes(c.path));
  if (free.length === 0) return null;
  return (
    <NativeSelect.Root size="xs" w="260px">
      <NativeSelect.Field
        bg="paper"
        aria-label="A category with a rule of its own"
        value=""
        onChange={(e) => e.target.value && onAdd(e.target.value)}
      >
        <option value="">Add a category of its own …</option>
        {free.map((c) => (
          <option key={c.id} value={c.path}>
            {c.path}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
};

const RuleFields = ({
  rule,
  taken,
  onChange,
  onRemove,
}: {
  rule: CostRule;
  taken: readonly string[];
  onChange: (rule: CostRule) => void;
  onRemove: () => void;
}) => {
  const { currency } = useMarket();
  const set = (part: Partial<CostRule>): void => onChange({ ...rule, ...part });
  const share = (label: string, value: number, most: number, put: (rate: number) => void) => (
    <NumberField
      label={label}
      value={Number((value * 100).toFixed(3))}
      suffix="%"
      fault={(x) => (x < 0 || x > most * 100 ? `Between 0 and ${most * 100}.` : null)}
      onChange={(v) => put((v ?? 0) / 100)}
    />
  );
  const { unitCost } = rule;
  const name = rule.category === '*' ? 'All other categories' : rule.category;
  return (
    <Box as="fieldset" mb="3" p="3" borderWidth="1px" borderColor="rule" borderRadius="l1" bg="paper">
      <Flex justify="space-between" align="center" mb="2">
        <Text as="legend" fontWeight="700">
          {taken.length === 0 && rule.category === '*' ? 'All categories' : name}
        </Text>
        <IconButton size="2xs" variant="ghost" aria-label={`Remove the rule of ${name}`} onClick={onRemove}>
          <Trash2 size={13} />
        </IconButton>
      </Flex>
      <Flex
        columnGap="10"
        rowGap="1.5"
        wrap="wrap"
        css={{ '& > div': { flex: '1 1 300px', display: 'flex', flexDirection: 'column', gap: '6px' } }}
      >
        <div>
          <Flex gap="1.5" role="group" aria-label="Goods are reckoned">
            <Box flex="1">Goods are reckoned</Box>
            {(
              [
                ['share', 'from the price'],
                ['weight', 'by weight'],
              ] as const
            ).map(([kind, words]) => (
              <Button
                key={kind}
                size="2xs"
                variant={unitCost.kind === kind ? 'solid' : 'outline'}
                colorPalette={unitCost.kind === kind ? 'aubergine' : undefined}
                aria-pressed={unitCost.kind === kind}
                onClick={() =>
                  set({
                    unitCost: kind === 'share' ? { kind, rate: 0.25 } : { kind, perKg: minorFromMajor(8, currency) },
                  })
                }
              >
                {words}
              </Button>
            ))}
          </Flex>
          {unitCost.kind === 'share' ? (
            share('Goods, of the price', unitCost.rate, 1, (rate) => set({ unitCost: { kind: 'share', rate } }))
          ) : (
            <SumField
              label="Goods, a kilogram"
              value={unitCost.perKg}
              onChange={(v) => set({ unitCost: { kind: 'weight', perKg: v ?? 0 } })}
            />
          )}
          {share('Duty, on the goods', rule.duty, 5, (duty) => set({ duty }))}
        </div>
        <div>
          <SumField label="Freight, a kilogram" value={rule.freightKg} onChange={(v) => set({ freightKg: v ?? 0 })} />
          <SumField
            label="or a cubic metre, if that is more"
            value={rule.freightCubicMetre}
            onChange={(v) => set({ freightCubicMetre: v ?? 0 })}
          />
          {share('Advertising, of the price', rule.advertising, 1, (advertising) => set({ advertising }))}
        </div>
        <div>
          {share('You sell, of what the listing sells', rule.unitsShare, 5, (unitsShare) => set({ unitsShare }))}
          <NumberField
            label="Months of stock in the first order"
            value={rule.months}
            fault={(x) => (x < 0 || x > 60 ? 'Between 0 and 60.' : null)}
            onChange={(v) => set({ months: v ?? 0 })}
          />
          <NumberField
            label="Samples, pictures, launch, once"
            value={majorFromMinor(rule.once, currency)}
            suffix={currency}
            fault={(x) => (x < 0 ? 'This cannot be below 0.' : null)}
            onChange={(v) => set({ once: minorFromMajor(v ?? 0, currency) })}
          />
        </div>
      </Flex>
    </Box>
  );
};
