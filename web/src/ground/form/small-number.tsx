import './small-number.css';
import { NumberFault } from './number-fault.tsx';
import { useTypedNumber, type TypedNumber } from './use-typed-number.ts';

/** A number within a sentence or the cell of a table, kept once it is left. */
export const SmallNumber = ({
  label,
  width,
  placeholder,
  ...number
}: Omit<TypedNumber, 'onChange'> & {
  label: string;
  width?: string;
  placeholder?: string;
  onChange: (value: number) => void;
}) => {
  const { onChange, ...rest } = number;
  const { input, ...fault } = useTypedNumber({ ...rest, onChange: (value) => value !== null && onChange(value) });
  return (
    <>
      <input className="small-number" aria-label={label} placeholder={placeholder} style={{ width }} {...input} />
      <NumberFault fault={fault} />
    </>
  );
};
