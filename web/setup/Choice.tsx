import { Box, FormControl, FormLabel, Radio, RadioGroup, Typography } from '@mui/material';
import { colour } from '../ui';

interface Props {
  readonly title: string;
  readonly chosen: string | null;
  readonly onChoose: (id: string) => void;
  readonly options: readonly { readonly id: string; readonly title: string; readonly text: string | null }[];
}

/** One of a few, each a row that can be hit with a thumb. */
export function Choice({ title, chosen, onChoose, options }: Props) {
  return (
    <FormControl fullWidth sx={{ mb: 2.5 }}>
      <FormLabel
        sx={{ color: 'text.primary', fontWeight: 700, mb: 0.5, '&.Mui-focused': { color: 'text.primary' } }}
      >
        {title}
      </FormLabel>
      <RadioGroup value={chosen ?? ''} onChange={(event) => onChoose(event.target.value)}>
        {options.map(({ id, title: name, text }) => (
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
    </FormControl>
  );
}
