import { Autocomplete, Box, Checkbox, FormControlLabel, TextField, Typography } from '@mui/material';
import { rulesFor, type ClassRules } from '../../../core/network';
import { useLearnerRoads } from '../../parts/route';

interface Props {
  readonly all: readonly ClassRules[];
  readonly onChange: (all: readonly ClassRules[]) => void;
}

/** Roads that learners don't drive on, by licence class: routes are drawn and composed without them. */
export function LearnerRoadsForm({ all, onChange }: Props) {
  const { classes } = useLearnerRoads();
  const shown = [...new Set([...classes, ...all.map(({ licenceClass }) => licenceClass)])];
  return (
    <Box component="section" aria-labelledby="learner-roads" sx={{ display: 'grid', gap: 2 }}>
      <Box>
        <Typography variant="h2" id="learner-roads">
          Roads closed to learners
        </Typography>
        <Typography sx={{ color: 'text.secondary' }}>
          Routes are drawn and composed without them, and say what was left out. Check what the law in your
          area says before you open motorways to learners.
        </Typography>
      </Box>
      {shown.map((licenceClass) => {
        const rules = rulesFor(all, licenceClass);
        const change = (more: Partial<ClassRules>) =>
          onChange([
            ...all.filter((other) => other.licenceClass !== licenceClass),
            { licenceClass, motorways: rules.motorways, closed: [...rules.closed], ...more },
          ]);
        return (
          <Box key={licenceClass} role="group" aria-label={`Learners of: ${licenceClass}`}>
            <Typography variant="h3" sx={{ '&::first-letter': { textTransform: 'uppercase' } }}>
              {licenceClass}
            </Typography>
            <FormControlLabel
              control={
                <Checkbox
                  checked={rules.motorways}
                  onChange={(event) => change({ motorways: event.target.checked })}
                />
              }
              label="These learners use motorways"
            />
            <Autocomplete
              multiple
              freeSolo
              options={[]}
              value={[...rules.closed]}
              onChange={(_event, closed) =>
                change({
                  closed: [...new Set(closed.map((road) => road.trim().slice(0, 80)).filter((road) => road))],
                })
              }
              renderInput={(input) => (
                <TextField
                  {...input}
                  label="Other roads closed to them"
                  helperText="Name or number, such as Mill Lane or A44; Enter adds it."
                />
              )}
            />
          </Box>
        );
      })}
    </Box>
  );
}
