import { count } from '../ui/format.ts';
import type { TypedFault } from './use-typed-number.ts';
import './number-fault.css';

/** A plain number as figures are shown everywhere, with its thousands parted. */
const shown = (plain: string): string => {
  const [whole = '', behind] = plain.replace('-', '').split('.');
  return `${plain.startsWith('-') ? '-' : ''}${count(Number(whole))}${behind === undefined ? '' : `.${behind}`}`;
};

/** What is wrong with a number that was typed; what may be meant by it can be chosen. */
export const NumberFault = ({ fault: { wrong, choices, choose } }: { fault: TypedFault }) =>
  wrong !== null && (
    <span role="alert" className="number-fault">
      {choices.length === 0 ? (
        wrong
      ) : (
        <>
          Not saved. Did you mean{' '}
          {choices.map((plain, i) => (
            <span key={plain}>
              {i > 0 && ' or '}
              {/* Before the field loses the focus, so that the sentence does not move from under the pointer. */}
              <button type="button" onMouseDown={(e) => e.preventDefault()} onClick={() => choose(plain)}>
                {shown(plain)}
              </button>
            </span>
          ))}
          ?
        </>
      )}
    </span>
  );
