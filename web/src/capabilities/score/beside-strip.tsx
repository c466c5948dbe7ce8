import { Box } from '@chakra-ui/react';

/** How compared candidates are lettered in strips and heads. */
export const LETTERS = ['A', 'B', 'C', 'D', 'E', 'F'] as const;

/**
 * One measure as one line: thin ticks are listings of the catalogue, longer ones the line-ups of those compared, dots all candidates,
 * letters those compared. On a log scale
 * where the largest is more than thirty times the smallest.
 */
export const BesideStrip = ({
  catalogue,
  shelf,
  all,
  compared,
}: {
  catalogue: readonly number[];
  shelf: readonly number[];
  all: readonly number[];
  compared: readonly (number | null)[];
}) => {
  const known = [...all, ...shelf, ...compared.flatMap((v) => v ?? [])];
  if (known.length === 0) return null;
  // The catalogue's own far ends would press the candidates into a corner.
  const [low, high] = [Math.min(...known, catalogue[Math.floor(0.05 * catalogue.length)] ?? Infinity), Math.max(...known, catalogue[Math.floor(0.95 * catalogue.length)] ?? -Infinity)]; // prettier-ignore
  const isLog = low >= 0 && high > 30 * Math.max(low, 1e-9) && high > 10;
  const on = (v: number): number => (isLog ? Math.log1p(Math.max(0, v)) : v);
  const x = (v: number): number =>
    3 + (94 * (on(Math.min(high, Math.max(low, v))) - on(low))) / (on(high) - on(low) || 1);
  return (
    <Box asChild display="block" w="180px" h="30px" color="inkSoft">
      <svg aria-hidden viewBox="0 0 180 30" preserveAspectRatio="none">
        <line x1="0" x2="180" y1="20" y2="20" stroke="currentColor" strokeOpacity="0.35" />
        {catalogue
          .filter((v, i) => i % 12 === 0 && v >= low && v <= high)
          .map((v, i) => (
            <line key={i} x1={1.8 * x(v)} x2={1.8 * x(v)} y1="17" y2="23" stroke="currentColor" strokeOpacity="0.3" />
          ))}
        {shelf.map((v, i) => (
          <line
            key={i}
            x1={1.8 * x(v)}
            x2={1.8 * x(v)}
            y1="15"
            y2="25"
            stroke="var(--chakra-colors-verdigris)"
            strokeOpacity="0.7"
          />
        ))}
        {all.map((v, i) => (
          <circle key={i} cx={1.8 * x(v)} cy="20" r="2.5" fill="currentColor" />
        ))}
        {lettersApart(compared.map((v) => (v === null ? null : 1.8 * x(v)))).map((at, i) =>
          at === null ? null : (
            <text
              key={LETTERS[i]}
              x={at}
              y="13"
              textAnchor="middle"
              fontSize="11"
              fontWeight="700"
              fill="var(--chakra-colors-aubergine)"
            >
              {LETTERS[i]}
            </text>
          ),
        )}
      </svg>
    </Box>
  );
};

/** Width of a letter. */
const WIDE = 9;
/** Places of letters so that none stands on another: each that would is moved to the right of the one before. */
const lettersApart = (places: readonly (number | null)[]): (number | null)[] => {
  const apart = [...places];
  const order = places.flatMap((at, i) => (at === null ? [] : [{ at, i }])).sort((a, b) => a.at - b.at || a.i - b.i);
  let last = -Infinity;
  for (const { at, i } of order) apart[i] = last = Math.max(at, last + WIDE);
  // Those pushed over the end are pushed back from there.
  let next = 180;
  for (const { i } of order.toReversed()) apart[i] = next = Math.min(apart[i]!, next - WIDE / 2);
  return apart;
};
