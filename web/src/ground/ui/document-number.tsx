import { useState } from 'react';
import type { Marketplace } from '@kettle/contract/sources';
import { fieldFault, type Field } from '@kettle/core/documents/shapes';
import { numberFromText } from '@kettle/core/money/money';
import { boundFromText, boundToText } from '@kettle/core/sift/address';
import { unitSuffix } from '@kettle/core/sift/sentence';
import { useMarket } from '../market/market.ts';
import './document-number.css';

/** Whole money of the marketplace is typed as it is kept; everything else as limits are. */
const read = ({ unit }: Field, text: string, market: Marketplace): number | null =>
  unit === 'major-money' ? numberFromText(text) : boundFromText(text, unit, market);
const shown = ({ unit }: Field, value: number, market: Marketplace): string =>
  unit === 'major-money' ? String(value) : boundToText(value, unit, market);

/**
 * A number of a document, as its schema describes it: name, unit and bounds come from there. It is kept when it is left;
 * what cannot be meant stays in the field with a sentence, and nothing is kept.
 */
export const DocumentNumber = ({
  field,
  label = field.title,
  value,
  onChange,
}: {
  field: Field;
  label?: string;
  value: number;
  onChange: (value: number) => void;
}) => {
  const market = useMarket();
  const [typed, setTyped] = useState<string | null>(null);
  const kept = shown(field, value, market);
  const number = typed === null ? value : read(field, typed, market);
  const fault = number === null ? 'This is no number.' : fieldFault(field, number);
  const settle = (): void => {
    if (typed === null || number === null || fault) return;
    if (typed.trim() !== kept) onChange(number);
    setTyped(null);
  };
  return (
    <label className="document-number">
      <span>{label}</span>
      <input
        aria-label={label}
        inputMode="decimal"
        aria-invalid={fault !== null}
        value={typed ?? kept}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={settle}
        onKeyDown={(e) => e.key === 'Enter' && settle()}
      />
      <span className="unit">
        {field.unit === 'major-money' ? market.currency : unitSuffix(field.unit, market).trim()}
      </span>
      {fault && <span role="alert">{fault}</span>}
    </label>
  );
};
