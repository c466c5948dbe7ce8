import { Box, Button, Heading } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { CurvePoint } from '@kettle/contract/curves';
import { useMarket } from '../../ground/market/market.ts';
import { count, decimal, percent } from '../../ground/ui/format.ts';

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
      <Box
        as="table"
        w="100%"
        fontSize="13px"
        className="figures"
        css={{
          '& th, & td': { padding: '3px 6px', height: '25px', textAlign: 'right' },
          '& th:first-of-type, & td:first-of-type': { textAlign: 'left', paddingLeft: 0 },
        }}
      >
        <thead>
          <tr>
            <th scope="col">Listing</th>
            <th scope="col">Rank</th>
            <th scope="col">A day</th>
            <th scope="col">Days</th>
            <th scope="col">Off</th>
          </tr>
        </thead>
        <tbody>
          {(all ? sorted : sorted.slice(0, SHOWN)).map((p) => (
            <tr key={p.code} style={p.code === marked ? { fontWeight: 700 } : undefined}>
              <td>
                <Link to={`/${market.id}/listings/${p.code}`} style={{ textDecoration: 'underline' }} title={p.title}>
                  {p.title.length > 30 ? `${p.title.slice(0, 28)}…` : p.title}
                </Link>
                {fittedOn.has(p.code) && (
                  <Box as="span" color="inkSoft">
                    {' '}
                    fitted on
                  </Box>
                )}
              </td>
              <td>{count(p.rank)}</td>
              <td>{decimal(p.unitsPerDay)}</td>
              <td>{p.days}</td>
              <td>{p.residual === null ? '—' : signed(Math.exp(p.residual) - 1)}</td>
            </tr>
          ))}
        </tbody>
      </Box>
      {sorted.length > SHOWN && (
        <Button size="2xs" variant="outline" mt="1" onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `All ${count(sorted.length)}`}
        </Button>
      )}
    </Box>
  );
};

const signed = (share: number): string => `${share > 0 ? '+' : ''}${percent(share)}`;
