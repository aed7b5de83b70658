import { Box, Button, FormControl, FormLabel, Radio, RadioGroup, Typography } from '@mui/material';
import { useState } from 'react';
import { colour } from '../../parts/ui';

interface Props {
  readonly title: string;
  readonly chosen: string | null;
  readonly onChoose: (id: string) => void;
  readonly options: readonly { readonly id: string; readonly title: string; readonly text: string | null }[];
  /** Longer lists show this many in their order, the chosen one among them, until all are asked for. */
  readonly most?: number;
}

/** One of a few, each a row that can be hit with a thumb. */
export function Choice({ title, chosen, onChoose, options, most = Infinity }: Props) {
  const [all, setAll] = useState(false);
  const behind = options.findIndex(({ id }) => id === chosen) >= most;
  const shown =
    all || options.length <= most
      ? options
      : options.filter(({ id }, n) => n < (behind ? most - 1 : most) || id === chosen);
  return (
    <FormControl fullWidth sx={{ mb: 2.5 }}>
      <FormLabel
        sx={{ color: 'text.primary', fontWeight: 700, mb: 0.5, '&.Mui-focused': { color: 'text.primary' } }}
      >
        {title}
      </FormLabel>
      <RadioGroup aria-label={title} value={chosen ?? ''} onChange={(event) => onChoose(event.target.value)}>
        {shown.map(({ id, title: name, text }) => (
          <Box
            key={id}
            component="label"
            sx={{
              display: 'flex',
              alignItems: 'center',
              gap: 1,
              minHeight: 60,
              px: 1,
              py: 0.75,
              cursor: 'pointer',
              border: `1px solid ${colour(id === chosen ? 'strongLine' : 'line')}`,
              bgcolor: id === chosen ? colour('card') : 'transparent',
              borderRadius: 1,
              mb: 0.75,
            }}
          >
            <Radio value={id} />
            <Box>
              <Typography sx={{ fontWeight: id === chosen ? 700 : 400 }}>{name}</Typography>
              {text ? (
                <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                  {text}
                </Typography>
              ) : null}
            </Box>
          </Box>
        ))}
      </RadioGroup>
      {shown.length < options.length ? (
        <Button color="inherit" onClick={() => setAll(true)} sx={{ alignSelf: 'flex-start' }}>
          Show all {options.length}
        </Button>
      ) : null}
    </FormControl>
  );
}
