import { Box, Button, Heading } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { CurvePoint } from '@kettle/contract/curves';
import { useMarket } from '../../ground/market/market.ts';
import { count, decimal, percent } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { listingPath } from '../../ground/market/listing-path.ts';

const SHOWN = 12;

/** How far each counted listing lies off the curve, the farthest first. */
export const Residuals = ({
  points,
  fittedOn,
  marked,
}: {
  points: readonly CurvePoint[];
  fittedOn: ReadonlySet<string>;
  marked: string | null;
}) => {
  const market = useMarket();
  const [all, setAll] = useState(false);
  if (points.length === 0) return null;
  const sorted = [...points].sort(
    (a, b) =>
      Number(b.code === marked) - Number(a.code === marked) || Math.abs(b.residual ?? 9) - Math.abs(a.residual ?? 9),
  );
  return (
    <Box as="section" mt="4">
      <Heading as="h2" fontSize="15px" mb="1">
        Counted listings off the curve
      </Heading>
      <PlainTable
        label="Counted listings off the curve"
        rows={all ? sorted : sorted.slice(0, SHOWN)}
        rowKey={(p) => p.code}
        lookOf={(p) => (p.code === marked ? 'strong' : undefined)}
        columns={[
          {
            head: 'Listing',
            cell: (p) => (
              <>
                <Link to={listingPath(market.id, p.code)} style={{ textDecoration: 'underline' }} title={p.title}>
                  {p.title.length > 30 ? `${p.title.slice(0, 28)}…` : p.title}
                </Link>
                {fittedOn.has(p.code) && (
                  <Box as="span" color="inkSoft">
                    {' '}
                    fitted on
                  </Box>
                )}
              </>
            ),
          },
          { head: 'Rank', cell: (p) => count(p.rank) },
          { head: 'A day', cell: (p) => decimal(p.unitsPerDay) },
          { head: 'Days', cell: (p) => p.days },
          { head: 'Off', cell: (p) => (p.residual === null ? '—' : signed(Math.exp(p.residual) - 1)) },
        ]}
      />
      {sorted.length > SHOWN && (
        <Button size="2xs" variant="outline" mt="1" onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `All ${count(sorted.length)}`}
        </Button>
      )}
    </Box>
  );
};

const signed = (share: number): string => `${share > 0 ? '+' : ''}${percent(share)}`;
