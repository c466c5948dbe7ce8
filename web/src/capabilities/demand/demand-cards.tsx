import { useState } from 'react';
import type { NicheList, TermList } from '@kettle/contract/demand';
import type { Category } from '@kettle/contract/sources';
import { COURSE_NAMES, COURSES, type DemandChoice, type OutlayTerms } from '@kettle/core/demand/choice';
import { numberFromText } from '@kettle/core/money/money';
import { boundFromText, boundToText } from '@kettle/core/sift/address';
import { useMarket } from '../../ground/market/market.ts';
import { count } from '../../ground/ui/format.ts';
import { WordsField } from '../sift/choice-cards.tsx';
import { CategoryPicker } from '../sift/kind-card.tsx';
import { Card, Cost } from '../sift/limit-card.tsx';

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

/** A small number beside a limit: kept once it is left. */
const Setting = ({ label, value, onChange }: { label: string; value: string; onChange: (text: string) => boolean }) => {
  const [typed, setTyped] = useState<string | null>(null);
  const settle = (): void => {
    if (typed !== null) onChange(typed);
    setTyped(null);
  };
  return (
    <input
      className="setting"
      aria-label={label}
      inputMode="decimal"
      value={typed ?? value}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={settle}
      onKeyDown={(e) => e.key === 'Enter' && settle()}
    />
  );
};

/** What "most" of the clicks means. */
export const ShareSetting = ({ share, onChange }: { share: number; onChange: (share: number) => void }) => (
  <div className="settings">
    most ={' '}
    <Setting
      label="Share of the clicks that counts as most, in per cent"
      value={String(Math.round(100 * share))}
      onChange={(text) => {
        const n = (numberFromText(text) ?? Number.NaN) / 100;
        if (!(n >= 0.05 && n <= 1)) return false;
        onChange(n);
        return true;
      }}
    />{' '}
    % of clicks
  </div>
);

/** What the outlay to enter is reckoned from. */
export const OutlaySetting = ({
  outlay,
  onChange,
}: {
  outlay: OutlayTerms;
  onChange: (outlay: OutlayTerms) => void;
}) => {
  const market = useMarket();
  const put = (key: keyof OutlayTerms, value: number | null): boolean => {
    if (value === null || !(value >= 0)) return false;
    onChange({ ...outlay, [key]: value });
    return true;
  };
  return (
    <div className="settings">
      stock of{' '}
      <Setting
        label="Months of stock"
        value={String(outlay.months)}
        onChange={(t) => put('months', numberFromText(t))}
      />{' '}
      months at{' '}
      <Setting
        label="Landed cost as a share of the price, in per cent"
        value={String(Number((100 * outlay.costShare).toFixed(1)))}
        onChange={(t) => put('costShare', (numberFromText(t) ?? Number.NaN) / 100)}
      />{' '}
      % of price, and{' '}
      <Setting
        label="Samples, pictures and launch advertising"
        value={boundToText(outlay.fixed, 'money', market)}
        onChange={(t) => put('fixed', boundFromText(t, 'money', market))}
      />{' '}
      {market.currency}
    </div>
  );
};
