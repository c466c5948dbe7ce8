import { fieldFault, type Field } from '@kettle/core/documents/shapes';
import { typedNumber } from '@kettle/core/measures/typed-number';
import { boundDecimals, boundFromText, boundToText } from '@kettle/core/sift/address';
import { unitSuffix } from '@kettle/core/sift/sentence';
import { useMarket } from '../market/market.ts';
import './document-number.css';
import { NumberFault } from './number-fault.tsx';
import { useTypedNumber } from './use-typed-number.ts';

/** A number of a document, as its schema describes it: name, unit and bounds come from there. It is kept when it is left. */
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
  const { unit } = field;
  // Whole money of the marketplace is typed as it is kept; everything else as limits are.
  const whole = unit === 'major-money';
  const { input, ...typedFault } = useTypedNumber({
    value,
    onChange: (next) => next !== null && onChange(next),
    fault: (number) => fieldFault(field, number),
    decimals: whole || field.whole ? 0 : boundDecimals(unit, market),
    show: (number) => (whole ? String(number) : boundToText(number, unit, market)),
    read: (text) => (whole ? typedNumber(text) : boundFromText(text, unit, market)),
  });
  return (
    <div className="document-number">
      <label>
        <span>{label}</span>
        <input aria-label={label} {...input} />
        <span className="unit">{whole ? market.currency : unitSuffix(unit, market).trim()}</span>
      </label>
      <NumberFault fault={typedFault} />
    </div>
  );
};
