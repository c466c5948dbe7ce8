import { Box, HoverCard, Portal, Text } from '@chakra-ui/react';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { Figure } from '@kettle/core/documents/figure';

const OPENS_AFTER_MS = 150;
const CLOSES_AFTER_MS = 120;

/**
 * A figure whose dotted underline opens its working: on hover, on focus or by a tap; Escape closes it. The card is made
 * when it opens: a sheet holds a dozen of these, and most are never opened.
 */
export const Worked = ({ figure, title, children }: { figure: Figure; title: string; children: ReactNode }) => (
  <Explained
    title={title}
    label={`${title}: ${figure.known ? '' : 'not known. '}how it was made`}
    working={figure.known ? <KnownWorking figure={figure} /> : <Text mt="1">{figure.reason}</Text>}
  >
    {children}
  </Explained>
);

/** The same of anything that can be explained. */
export const Explained = ({
  title,
  label = `${title}: how it was made`,
  working,
  children,
}: {
  title: string;
  label?: string;
  working: ReactNode;
  children: ReactNode;
}) => {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const soon = (next: boolean, after: number): void => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => setOpen(next), after);
  };
  useEffect(() => () => clearTimeout(timer.current), []);
  const stay = { onPointerEnter: () => soon(true, 0), onPointerLeave: () => soon(false, CLOSES_AFTER_MS) };
  return (
    <>
      <Box
        asChild
        borderBottom="1px dotted"
        borderColor="inkSoft"
        cursor="help"
        font="inherit"
        color="inherit"
        bg="transparent"
      >
        <button
          ref={button}
          type="button"
          aria-expanded={open}
          aria-label={label}
          onPointerEnter={(event) => event.pointerType !== 'touch' && soon(true, OPENS_AFTER_MS)}
          onPointerLeave={() => soon(false, CLOSES_AFTER_MS)}
          onFocus={() => soon(true, 0)}
          onBlur={() => soon(false, 0)}
          onClick={() => soon(true, 0)}
          onKeyDown={(event) => {
            if (event.key !== 'Escape' || !open) return;
            event.stopPropagation();
            soon(false, 0);
          }}
        >
          {children}
        </button>
      </Box>
      {open && (
        <HoverCard.Root
          open
          positioning={{
            placement: 'bottom-end',
            getAnchorRect: () => button.current?.getBoundingClientRect() ?? null,
          }}
        >
          <Portal>
            <HoverCard.Positioner>
              <HoverCard.Content
                maxW="24rem"
                p="3"
                bg="paper"
                borderWidth="1px"
                borderColor="rule"
                fontSize="13px"
                {...stay}
              >
                <Text fontWeight="700">{title}</Text>
                {working}
              </HoverCard.Content>
            </HoverCard.Positioner>
          </Portal>
        </HoverCard.Root>
      )}
    </>
  );
};

const KnownWorking = ({ figure }: { figure: Extract<Figure, { known: true }> }) => {
  const { method, inputs, warnings, better } = figure.working;
  return (
    <>
      <Text mt="1">{method}</Text>
      <Box as="dl" mt="2" display="grid" gridTemplateColumns="auto 1fr" columnGap="3" rowGap="0.5">
        {inputs.map(({ label, value }) => (
          <Box key={label} display="contents">
            <Box as="dt" color="inkSoft">
              {label}
            </Box>
            <Box as="dd" className="figures">
              {value}
            </Box>
          </Box>
        ))}
      </Box>
      {warnings.map((w) => (
        <Text key={w} mt="2" color="saffron">
          ▲ {w}
        </Text>
      ))}
      {better && (
        <Text mt="2" color="inkSoft">
          Better: {better}
        </Text>
      )}
    </>
  );
};
