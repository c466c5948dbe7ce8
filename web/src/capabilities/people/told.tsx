import { Box, Input } from '@chakra-ui/react';

/** A secret that is told this once. */
export const Told = ({ what, secret }: { what: string; secret: string }) => (
  <Box role="status" mt="2" p="2" borderWidth="1px" borderColor="verdigris" borderRadius="l1" fontSize="13px">
    {what}. Copy it now, it is not shown again:
    <Input readOnly size="sm" mt="1" bg="paper" aria-label={what} value={secret} onFocus={(e) => e.target.select()} />
  </Box>
);
