import type { Category } from '@kettle/contract/sources';
import type { SiftChoice } from '@kettle/core/sift/address';
import { CategoryPicker } from '../../ground/limits/category-picker.tsx';
import { Card } from '../../ground/limits/limit-card.tsx';
import { WordsField } from '../../ground/limits/words-field.tsx';

/** Where to look: categories, and words of the title to have (all, or one of them) and to leave out. */
export const KindCard = ({
  choice,
  categories,
  costs,
  onChange,
}: {
  choice: SiftChoice;
  categories: readonly Category[];
  costs: Record<string, number>;
  onChange: (change: Partial<SiftChoice>) => void;
}) => (
  <Card
    name="Kind"
    wide
    set={choice.categories.length + choice.have.length + choice.any.length + choice.leaveOut.length > 0}
  >
    <CategoryPicker
      categories={categories}
      chosen={choice.categories}
      cost={costs.category}
      onChange={(ids) => onChange({ categories: ids })}
    />
    <WordsField label="Title with" words={choice.have} cost={costs.have} onChange={(have) => onChange({ have })} />
    <WordsField label="with any of" words={choice.any} cost={costs.any} onChange={(any) => onChange({ any })} />
    <WordsField
      label="without"
      words={choice.leaveOut}
      cost={costs.leaveOut}
      onChange={(leaveOut) => onChange({ leaveOut })}
    />
  </Card>
);
