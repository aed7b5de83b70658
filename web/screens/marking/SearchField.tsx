import Close from '@mui/icons-material/CloseOutlined';
import { InputAdornment, TextField } from '@mui/material';
import { memo } from 'react';
import { Press } from './frame';

interface Props {
  readonly letters: string;
  readonly onType: (letters: string) => void;
  readonly onClose: () => void;
}

/** Letters find any mark of the standard; they can be typed wherever the focus is. */
export const SearchField = memo(function SearchField({ letters, onType, onClose }: Props) {
  return (
    <TextField
      fullWidth
      hiddenLabel
      autoFocus
      placeholder="Type letters to find any mark"
      value={letters}
      onChange={(event) => onType(event.target.value)}
      slotProps={{
        htmlInput: { 'data-deck-search': true, 'aria-label': 'Find by letters', autoComplete: 'off' },
        input: {
          sx: { minHeight: 72, fontSize: 20, pr: 0 },
          endAdornment: (
            <InputAdornment position="end">
              <Press
                type="button"
                aria-label="Close the search"
                onClick={onClose}
                style={{ minWidth: 72, border: 0, background: 'none', display: 'grid', placeItems: 'center' }}
              >
                <Close />
              </Press>
            </InputAdornment>
          ),
        },
      }}
    />
  );
});
