import { Box, Button } from '@mui/material';

/** What is done or looked at, one after the other; what is on now stands out, and each shows its moment. */
export function Steps({
  items,
}: {
  readonly items: readonly {
    readonly key: number;
    readonly words: string;
    readonly now: boolean;
    readonly show: () => void;
  }[];
}) {
  return (
    <Box component="ol" sx={{ m: 0, pl: 0, listStyle: 'none', display: 'grid' }}>
      {items.map(({ key, words, now, show }) => (
        <li key={key}>
          <Button
            fullWidth
            onClick={show}
            aria-current={now ? 'step' : undefined}
            sx={{
              justifyContent: 'flex-start',
              textAlign: 'left',
              fontWeight: now ? 700 : 400,
              color: 'text.primary',
              borderLeft: '4px solid',
              borderColor: now ? 'primary.main' : 'divider',
              borderRadius: 0,
              py: 1,
            }}
          >
            {words}
          </Button>
        </li>
      ))}
    </Box>
  );
}
