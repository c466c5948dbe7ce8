import { Box, Heading, Text } from '@chakra-ui/react';
import { Link } from 'react-router';

/** What an address names and the workspace does not hold. */
export const NotThere = ({ what = 'This address' }: { what?: string }) => (
  <Box p="8" maxW="40rem">
    <title>Not here – Cold Kettle</title>
    <Heading as="h1" size="lg">
      {what} is not here
    </Heading>
    <Text mt="2">It may have been typed wrongly, or belong to another workspace.</Text>
    <Text mt="4">
      <Link to="/">Back to the start</Link>
    </Text>
  </Box>
);
