import { memo } from 'react';
import type { CostAmount, CostLine } from '@kettle/core/documents/costing';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { NumberField } from '../../ground/form/number-field.tsx';
import { useMarket } from '../../ground/market/market.ts';

const notBelowZero = (x: number): string | null => (x < 0 ? 'This cannot be below 0.' : null);
const aShare = (x: number): string | null => (x < 0 || x > 100 ? 'Between 0 and 100.' : null);
/** A rate as people type it. */
const inPercent = (rate: number | null): number | null => (rate === null ? null : Number((rate * 100).toFixed(2)));

/** Advertising in the other way of telling it; nothing of it is known yet. */
export const otherAdvertising = (amount: CostAmount): CostAmount =>
  amount.kind === 'clicks'
    ? { kind: 'share', of: 'price', rate: null }
    : { kind: 'clicks', click: null, buyRate: null, paid: 0.5 };

/** The fields of a line of a costing: one for a sum or a share, two for what comes back. */
export const CostLineFields = memo(function CostLineFields({
  line: { key, label, amount },
  onLine,
}: {
  line: CostLine;
  onLine: (key: string, amount: CostAmount) => void;
}) {
  const market = useMarket();
  const onChange = (changed: CostAmount): void => onLine(key, changed);
  const major = (minor: number | null): number | null =>
    minor === null ? null : majorFromMinor(minor, market.currency);
  switch (amount.kind) {
    case 'sum':
      return (
        <NumberField
          label={label}
          value={major(amount.sum)}
          placeholder="not known"
          suffix={market.currency}
          fault={notBelowZero}
          onChange={(v) => onChange({ ...amount, sum: v === null ? null : minorFromMajor(v, market.currency) })}
        />
      );
    case 'share':
      return (
        <NumberField
          label={label}
          value={inPercent(amount.rate)}
          placeholder="not known"
          suffix="%"
          fault={aShare}
          onChange={(v) => onChange({ ...amount, rate: v === null ? null : v / 100 })}
        />
      );
    case 'returns':
      return (
        <>
          <NumberField
            label={`${label}, of units`}
            value={inPercent(amount.rate)}
            suffix="%"
            fault={aShare}
            onChange={(v) => onChange({ ...amount, rate: (v ?? 0) / 100 })}
          />
          <NumberField
            label="Loss per return"
            value={major(amount.loss)}
            suffix={market.currency}
            fault={notBelowZero}
            onChange={(v) => onChange({ ...amount, loss: v === null ? 0 : minorFromMajor(v, market.currency) })}
          />
        </>
      );
    case 'clicks':
      return (
        <>
          <NumberField
            label="Advertising, a click"
            value={major(amount.click)}
            placeholder="not known"
            suffix={market.currency}
            fault={notBelowZero}
            onChange={(v) => onChange({ ...amount, click: v === null ? null : minorFromMajor(v, market.currency) })}
          />
          <NumberField
            label="Of 100 clicks buy"
            value={inPercent(amount.buyRate)}
            placeholder="not known"
            suffix="%"
            fault={(x) => (x <= 0 || x > 100 ? 'Above 0, up to 100.' : null)}
            onChange={(v) => onChange({ ...amount, buyRate: v === null ? null : v / 100 })}
          />
          <NumberField
            label="Of all sales come by clicks"
            value={inPercent(amount.paid)}
            suffix="%"
            fault={aShare}
            onChange={(v) => onChange({ ...amount, paid: (v ?? 0) / 100 })}
          />
        </>
      );
  }
});
