import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { Fragment, type ReactNode } from 'react';

interface Props {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly keys: readonly (readonly [key: string, what: string])[];
  readonly title?: string;
  /** Stands above the keys. */
  readonly children?: ReactNode;
}

/** The keys of a screen, opened by the question mark. */
export function KeyList({ open, onClose, keys, title = 'Keys on this screen', children }: Props) {
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">{title}</DialogTitle>
      <DialogContent>
        {children}
        {children ? (
          <Typography variant="h3" component="h3" sx={{ mt: 2.5, mb: 1 }}>
            Keys on this screen
          </Typography>
        ) : null}
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
