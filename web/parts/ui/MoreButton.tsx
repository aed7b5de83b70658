import { Box, Button } from '@mui/material';

/** The next page of a list, when there is one. */
export function MoreButton({
  more,
  loading,
  onMore,
}: {
  readonly more: boolean;
  readonly loading: boolean;
  readonly onMore: () => void;
}) {
  if (!more) return null;
  return (
    <Box>
      <Button variant="outlined" disabled={loading} onClick={onMore} sx={{ minHeight: 56, px: 4 }}>
        {loading ? 'Loading …' : 'Show more'}
      </Button>
    </Box>
  );
}
