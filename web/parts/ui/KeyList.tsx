import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { Fragment } from 'react';

interface Props {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly keys: readonly (readonly [key: string, what: string])[];
}

/** The keys of a screen, opened by the question mark. */
export function KeyList({ open, onClose, keys }: Props) {
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys on this screen</DialogTitle>
      <DialogContent>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', gap: '10px 24px', m: 0 }}>
          {keys.map(([key, what]) => (
            <Fragment key={key}>
              <Box component="dt" sx={{ fontWeight: 700 }}>
                {key}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {what}
              </Box>
            </Fragment>
          ))}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
