import { Box, Button, Flex } from '@chakra-ui/react';
import { ImagePlus, X } from 'lucide-react';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { useAddPictureMutation, useDropPictureMutation } from '../../ground/api/candidates.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

export type EvidencePicture = ScoredCandidate['pictures'][string][number];
const ADDRESS = /\bhttps?:\/\/[^\s<>"']{1,500}/g;
const MOST_LINKS = 5;

/** Evidence that can be looked at: addresses within its words, and pictures. */
export const EvidenceSeen = ({
  text,
  pictures,
  candidate,
  criterion,
  label,
}: {
  text: string;
  pictures: readonly EvidencePicture[];
  candidate: number;
  criterion: string;
  label: string;
}) => {
  const [add, { error, isLoading }] = useAddPictureMutation();
  const [drop] = useDropPictureMutation();
  const links = [...new Set(text.match(ADDRESS))].slice(0, MOST_LINKS);
  return (
    <>
      <Flex gap="2" align="center" wrap="wrap" fontSize="12px">
        {links.map((link) => (
          <a key={link} href={link} target="_blank" rel="noreferrer noopener" style={{ textDecoration: 'underline' }}>
            {link.length > 50 ? `${link.slice(0, 49)}…` : link}
          </a>
        ))}
        {pictures.map((p) => (
          <Box key={p.id} position="relative" lineHeight="0">
            <a href={`/api/evidence/${p.id}`} target="_blank" rel="noreferrer noopener" title={p.name}>
              <img
                src={`/api/evidence/${p.id}`}
                alt={`Evidence: ${p.name}`}
                loading="lazy"
                style={{ height: 44, maxWidth: 88, objectFit: 'cover', borderRadius: 3 }}
              />
              {/* prettier-ignore */}
            </a>
            <Button
              size="2xs"
              variant="outline"
              bg="paper"
              px="0"
              minW="18px"
              h="18px"
              position="absolute"
              top="-6px"
              right="-6px"
              aria-label={`Remove the picture ${p.name}`}
              onClick={() => void drop({ params: { id: candidate, picture: p.id } })}
            >
              <X size={10} aria-hidden />
            </Button>
          </Box>
        ))}
        <Button asChild size="2xs" variant="ghost" px="1" color="inkSoft" loading={isLoading}>
          <label>
            <ImagePlus size={13} aria-hidden /> picture
            <input
              type="file"
              accept="image/png,image/jpeg,image/webp"
              className="visually-hidden"
              aria-label={`Picture as evidence: ${label}`}
              onChange={(e) => {
                const file = e.target.files?.[0];
                e.target.value = '';
                if (file) void add({ id: candidate, key: criterion, file });
              }}
            />
          </label>
        </Button>
      </Flex>
      <ProblemNote error={error} kept="Your answer is as it was." />
    </>
  );
};
