import type { OtherCard } from '@kettle/contract/sift';
import { RISKS, TRAITS, type FlagKey } from '@kettle/core/documents/flag-rules';
import { FLAG_NAMES } from '@kettle/core/listing/flags';
import { MARKS, type SiftChoice } from '@kettle/core/sift/address';
import type { ChoiceKey } from '@kettle/core/sift/index';
import { CHOICE_NAMES, choiceWord } from '@kettle/core/sift/sentence';
import { Card, Cost } from '../../ground/limits/limit-card.tsx';
import { WordsField } from '../../ground/limits/words-field.tsx';

export const OTHER_CARD_TEXTS: Record<OtherCard, { name: string; explanation: string }> = {
  size: { name: CHOICE_NAMES.size, explanation: 'Letter-box, parcel, bulky …: by the fee schedule in force.' },
  by: { name: CHOICE_NAMES.by, explanation: 'Who stores and sends the main offer.' },
  sold: {
    name: CHOICE_NAMES.sold,
    explanation: 'Where the marketplace itself sells a listing, nobody else keeps the main offer for long.',
  },
  best: {
    name: CHOICE_NAMES.best,
    explanation: 'The month of the year that sells most, from at least a year of ranks.',
  },
  brand: { name: 'Brand', explanation: 'Is, or is not, one of the brands you name, with commas between them.' },
  flags: {
    name: 'Flags and traits',
    explanation:
      'Hide risks (gated, breakable, electronics …) or show only what has a trait. Their rules stand in Sources.',
  },
  marks: {
    name: 'Seen before',
    explanation: 'Hide what you looked at, put aside or dropped before, and switch your stay-away list on and off.',
  },
};

interface Props {
  choice: SiftChoice;
  costs: Record<string, number>;
  /** The names there are for each choice. */
  names: Record<string, string[]>;
  onChange: (change: Partial<SiftChoice>) => void;
  onRemove: () => void;
}

/** The card of a limit that is no measure. */
export const OtherLimitCard = ({ card, ...props }: Props & { card: OtherCard }) => {
  if (card === 'brand') return <BrandCard {...props} />;
  if (card === 'flags') return <FlagsCard {...props} />;
  if (card === 'marks') return <MarksCard {...props} />;
  return <ChoiceCard {...props} choiceKey={card} />;
};

const ChoiceCard = ({ choiceKey, choice, costs, names, onChange, onRemove }: Props & { choiceKey: ChoiceKey }) => {
  const chosen = choice.choices[choiceKey] ?? [];
  const all = [...new Set([...(names[choiceKey] ?? []), ...chosen])];
  const { name, explanation } = OTHER_CARD_TEXTS[choiceKey];
  return (
    <Card name={name} explanation={explanation} set={chosen.length > 0} onRemove={onRemove}>
      <div className={choiceKey === 'best' ? 'names two' : 'names'}>
        {all.length === 0 && <span className="note">not known of any listing</span>}
        {all.map((value) => (
          <label key={value}>
            <input
              type="checkbox"
              className="tick"
              checked={chosen.includes(value)}
              onChange={(e) => {
                const next = e.target.checked ? [...chosen, value] : chosen.filter((v) => v !== value);
                const { [choiceKey]: _, ...others } = choice.choices;
                onChange({ choices: next.length > 0 ? { ...others, [choiceKey]: next } : others });
              }}
            />
            {choiceWord(choiceKey, value)}
          </label>
        ))}
      </div>
      <div className="cost">
        <Cost n={costs[choiceKey]} />
      </div>
    </Card>
  );
};

const BrandCard = ({ choice, costs, onChange, onRemove }: Props) => (
  <Card
    name="Brand"
    explanation={OTHER_CARD_TEXTS.brand.explanation}
    set={choice.brands.length + choice.notBrands.length > 0}
    wide
    onRemove={onRemove}
  >
    <WordsField
      label="is"
      name="Brand is"
      placeholder="names"
      words={choice.brands}
      cost={costs.brand}
      onChange={(brands) => onChange({ brands })}
    />
    <WordsField
      label="is not"
      name="Brand is not"
      placeholder="names"
      words={choice.notBrands}
      cost={costs.notBrand}
      onChange={(notBrands) => onChange({ notBrands })}
    />
    <p className="note">For small brands only, limit “Listings of the brand”.</p>
  </Card>
);

type Wish = 'either' | 'hide' | 'only';

const FlagsCard = ({ choice, costs, onChange, onRemove }: Props) => {
  const wish = (flag: FlagKey): Wish =>
    choice.hide.includes(flag) ? 'hide' : choice.only.includes(flag) ? 'only' : 'either';
  const set = (flag: FlagKey, to: Wish): void =>
    onChange({
      hide: to === 'hide' ? [...choice.hide, flag] : choice.hide.filter((f) => f !== flag),
      only: to === 'only' ? [...choice.only, flag] : choice.only.filter((f) => f !== flag),
    });
  return (
    <Card
      name="Flags and traits"
      explanation={OTHER_CARD_TEXTS.flags.explanation}
      set={choice.hide.length + choice.only.length > 0}
      wide
      onRemove={onRemove}
    >
      <div className="names" tabIndex={0} role="group" aria-label="Flags and traits">
        {[...RISKS, ...TRAITS].map((flag) => (
          <label key={flag} className="flag">
            <span className={wish(flag) === 'either' ? undefined : 'costs'}>{FLAG_NAMES[flag]}</span>
            <select value={wish(flag)} onChange={(e) => set(flag, e.target.value as Wish)}>
              <option value="either">shown</option>
              <option value="hide">hidden</option>
              <option value="only">asked for</option>
            </select>
          </label>
        ))}
      </div>
      <div className="cost">
        <Cost n={(costs.hide ?? 0) + (costs.only ?? 0)} />
      </div>
    </Card>
  );
};

const MARK_NAMES = { seen: 'looked at', kept: 'put aside', dropped: 'dropped' } as const;

const MarksCard = ({ choice, costs, onChange, onRemove }: Props) => (
  <Card
    name="Seen before"
    explanation={OTHER_CARD_TEXTS.marks.explanation}
    set={choice.hideMarked.length > 0 || choice.stayAwayOff}
    onRemove={onRemove}
  >
    <div className="names">
      {MARKS.map((mark) => (
        <label key={mark}>
          <input
            type="checkbox"
            className="tick"
            checked={choice.hideMarked.includes(mark)}
            onChange={(e) =>
              onChange({
                hideMarked: e.target.checked
                  ? [...choice.hideMarked, mark]
                  : choice.hideMarked.filter((m) => m !== mark),
              })
            }
          />
          hide what was {MARK_NAMES[mark]}
        </label>
      ))}
      <label>
        <input
          type="checkbox"
          className="tick"
          checked={!choice.stayAwayOff}
          onChange={(e) => onChange({ stayAwayOff: !e.target.checked })}
        />
        stay-away list
      </label>
    </div>
    <div className="cost">
      <Cost n={(costs.marks ?? 0) + (costs.away ?? 0)} />
    </div>
  </Card>
);
