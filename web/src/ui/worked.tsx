import { Box, HoverCard, Portal, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { Figure } from '@kettle/contract/shapes';

/** A figure whose dotted underline opens its working: on hover, on focus or by a tap. */
export const Worked = ({ figure, title, children }: { figure: Figure; title: string; children: ReactNode }) => (
  <HoverCard.Root openDelay={150} closeDelay={100} positioning={{ placement: 'bottom-end' }}>
    <HoverCard.Trigger asChild>
      <Box
        asChild
        borderBottom="1px dotted"
        borderColor="inkSoft"
        cursor="help"
        font="inherit"
        color="inherit"
        bg="transparent"
      >
        <button type="button" aria-label={`${title}: ${figure.known ? '' : 'not known. '}how it was made`}>
          {children}
        </button>
      </Box>
    </HoverCard.Trigger>
    <Portal>
      <HoverCard.Positioner>
        <HoverCard.Content maxW="24rem" p="3" bg="paper" borderWidth="1px" borderColor="rule" fontSize="13px">
          <Text fontWeight="700">{title}</Text>
          {figure.known ? <KnownWorking figure={figure} /> : <Text mt="1">{figure.reason}</Text>}
        </HoverCard.Content>
      </HoverCard.Positioner>
    </Portal>
  </HoverCard.Root>
);

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
