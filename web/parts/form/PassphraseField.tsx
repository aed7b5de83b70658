import { Button, InputAdornment, TextField, type TextFieldProps } from '@mui/material';
import { useState } from 'react';

/** A passphrase, hidden unless one asks to see what was typed: so it need not be typed twice. */
export function PassphraseField(props: TextFieldProps) {
  const [shown, setShown] = useState(false);
  return (
    <TextField
      {...props}
      type={shown ? 'text' : 'password'}
      slotProps={{
        input: {
          endAdornment: (
            <InputAdornment position="end">
              <Button color="inherit" aria-pressed={shown} onClick={() => setShown(!shown)}>
                {shown ? 'Hide' : 'Show'}
              </Button>
            </InputAdornment>
          ),
        },
      }}
    />
  );
}
