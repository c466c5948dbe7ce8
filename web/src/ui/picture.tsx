import { Box } from '@chakra-ui/react';

/** The drawn picture of a listing; decoration beside its title. */
export const Picture = ({ marketplace, code, size = 32 }: { marketplace: string; code: string; size?: number }) => (
  <Box asChild flexShrink={0} borderRadius="l1" display="block" _dark={{ filter: 'brightness(0.86)' }}>
    <img
      src={`/api/marketplaces/${encodeURIComponent(marketplace)}/listings/${encodeURIComponent(code)}/picture.svg`}
      alt=""
      width={size}
      height={size}
      loading="lazy"
    />
  </Box>
);
