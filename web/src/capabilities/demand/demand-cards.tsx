import { Button } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { NicheList, TermList } from '@kettle/contract/demand';
import type { Category } from '@kettle/contract/sources';
import { COURSE_NAMES, COURSES, usualOutlay, type DemandChoice, type OutlayTerms } from '@kettle/core/demand/choice';
import { typedNumber } from '@kettle/core/measures/typed-number';
import { boundFromText, boundToText } from '@kettle/core/sift/address';
import { useCostRulesQuery } from '../../ground/api/costing.ts';
import { SmallNumber } from '../../ground/form/small-number.tsx';
import { CategoryPicker } from '../../ground/limits/category-picker.tsx';
import { Card, Cost } from '../../ground/limits/limit-card.tsx';
import { WordsField } from '../../ground/limits/words-field.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { count } from '../../ground/ui/format.ts';

type Reply = NicheList | TermList;

/** Where to look: categories, or words across all of them. */
export const WhereCard = ({
  choice,
  categories,
  costs,
  onChange,
}: {
  choice: DemandChoice;
  categories: readonly Category[];
  costs: Record<string, number>;
  onChange: (change: Partial<DemandChoice>) => void;
}) => (
  <Card name="Where" wide set={choice.categories.length + choice.have.length + choice.leaveOut.length > 0}>
    <CategoryPicker
      categories={categories}
      chosen={choice.categories}
      cost={costs.cat}
      onChange={(ids) => onChange({ categories: ids })}
    />
    <WordsField label="with" words={choice.have} cost={costs.has} onChange={(have) => onChange({ have })} />
    <WordsField
      label="without"
      words={choice.leaveOut}
      cost={costs.not}
      onChange={(leaveOut) => onChange({ leaveOut })}
    />
    {choice.view === 'terms' && (
      <label className="unknowns" title="Who searches a rival’s name does not look for you.">
        <input
          type="checkbox"
          className="tick"
          checked={choice.brandTerms}
          onChange={(e) => onChange({ brandTerms: e.target.checked })}
        />
        show brands’ own names{costs.names ? `, ${count(costs.names)} stand aside` : ''}
      </label>
    )}
  </Card>
);

/** Kinds of course over the year, with how many there are of each. */
export const CourseCard = ({
  choice,
  counts,
  cost,
  onChange,
  onRemove,
}: {
  choice: DemandChoice;
  counts: Reply['courses'] | undefined;
  cost: number | undefined;
  onChange: (change: Partial<DemandChoice>) => void;
  onRemove: () => void;
}) => (
  <Card
    name="Course"
    explanation="From at least 24 whole months; under that it is unknown. A flash: over half of a year in three months."
    set={choice.courses.length > 0}
    onRemove={onRemove}
  >
    <div className="names">
      {COURSES.map((course) => (
        <label key={course}>
          <input
            type="checkbox"
            className="tick"
            checked={choice.courses.includes(course)}
            onChange={(e) =>
              onChange({
                courses: e.target.checked ? [...choice.courses, course] : choice.courses.filter((c) => c !== course),
              })
            }
          />
          <span style={{ flex: 1 }}>{COURSE_NAMES[course]}</span>
          {counts && <span className="unit">{count(counts[course])}</span>}
        </label>
      ))}
    </div>
    <div className="cost">
      <Cost n={cost} />
    </div>
  </Card>
);

/** What "most" of the clicks means. */
export const ShareSetting = ({ share, onChange }: { share: number; onChange: (share: number) => void }) => (
  <div className="settings">
    most ={' '}
    <SmallNumber
      label="Share of the clicks that counts as most, in per cent"
      value={share}
      {...inPercent(0)}
      fault={(n) => (n >= 0.05 && n <= 1 ? null : 'Between 5 and 100.')}
      onChange={onChange}
    />{' '}
    % of clicks
  </div>
);

/** What the outlay to enter is reckoned from. */
export const OutlaySetting = ({
  outlay,
  onChange,
}: {
  outlay: OutlayTerms | null;
  onChange: (outlay: OutlayTerms | null) => void;
}) => {
  const market = useMarket();
  const { data } = useCostRulesQuery({ params: { marketplace: market.id } });
  const hasRule = (data?.document.rules.length ?? 0) > 0;
  const terms = outlay ?? usualOutlay(market);
  if (hasRule && outlay === null)
    return (
      <div className="settings">
        by{' '}
        <Link to={`/${market.id}/rule`} style={{ textDecoration: 'underline' }}>
          your rule of thumb
        </Link>
        , as for a listing like the middle one{' '}
        <Button size="2xs" variant="outline" onClick={() => onChange(terms)}>
          By three numbers
        </Button>
      </div>
    );
  const numberOf = (key: keyof OutlayTerms) => ({
    value: terms[key],
    fault: (n: number) => (n >= 0 ? null : 'This cannot be below 0.'),
    onChange: (n: number) => onChange({ ...terms, [key]: n }),
  });
  return (
    <div className="settings">
      stock of <SmallNumber label="Months of stock" {...numberOf('months')} /> months at{' '}
      <SmallNumber
        label="Landed cost as a share of the price, in per cent"
        {...numberOf('costShare')}
        {...inPercent(1)}
      />{' '}
      % of price, and{' '}
      <SmallNumber
        label="Samples, pictures and launch advertising"
        {...numberOf('fixed')}
        show={(n) => boundToText(n, 'money', market)}
        read={(text) => boundFromText(text, 'money', market)}
      />{' '}
      {market.currency}
      {hasRule && (
        <>
          {' '}
          <Button size="2xs" variant="outline" onClick={() => onChange(null)}>
            By your rule of thumb
          </Button>
        </>
      )}
    </div>
  );
};

/** A share as people type it. */
const inPercent = (digits: number) => ({
  show: (share: number) => String(Number((100 * share).toFixed(digits))),
  read: (text: string) => {
    const n = typedNumber(text);
    return n === null ? null : n / 100;
  },
});
