import { Autocomplete, Box, Dialog, TextField, Typography } from '@mui/material';
import { may } from '../../contract';
import { useNavigate } from 'react-router';
import { useState } from 'react';
import {
  newestVersions,
  useMocksQuery,
  useRoutesFoundQuery,
  useSessionQuery,
  useStandardsFoundQuery,
  useVehiclesFoundQuery,
} from '../data/api';
import { useLearnersFound } from '../parts/people';
import { dayText } from '../parts/ui';
import { addressOf, screens } from './screens';
import { outcomeWords } from '../../core/marking';

interface Place {
  readonly id: string;
  readonly label: string;
  readonly more: string;
  readonly to: string;
}

/** What is done somewhere on a screen, by the words one looks for. */
const deeds = [
  ['Invite somebody', 'people of the school', '/school?view=people'],
  ['Back up, restore, export', 'the school', '/school?view=devices'],
  ['Change your passphrase', 'your sign-in', '/school?view=you'],
  ['Grade written cases', 'marking agreement, kappa', '/school?view=agreement'],
  ['Who changed what', 'changes in the school', '/school?view=changes'],
  ['Import a list of learners', 'learners', '/learners'],
  ['Archived learners', 'learners', '/learners?left=1'],
  ['Stopping distance', 'figures', '/figures/stopping'],
] as const;

const textOf = ({ label, more }: Place): string => `${label} ${more}`;

/** Every typed word is somewhere in the place's text, in any order. */
function hasWords(place: Place, typed: string): boolean {
  const text = textOf(place).toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** Ctrl or Cmd and K: anywhere by a few letters. */
export function JumpDialog({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  const navigate = useNavigate();
  const { data: session } = useSessionQuery();
  const role = session?.instructor.role;
  const [letters, setLetters] = useState('');
  // Words such as “report” are of screens, not of names.
  const search = letters.trim().split(/\s+/)[0] ?? '';
  const { learners } = useLearnersFound(search);
  const { data: routes } = useRoutesFoundQuery(search, { skip: !open });
  const { data: vehicles } = useVehiclesFoundQuery(search, { skip: !open });
  const { data: standards } = useStandardsFoundQuery(search, { skip: !open });
  const { data: mocks } = useMocksQuery(search === '' ? {} : { search }, { skip: !open });
  const places: Place[] = [
    ...screens.flatMap((screen) =>
      screen.find === undefined || (screen.right && (!role || !may(role, screen.right)))
        ? []
        : [{ id: screen.path, label: screen.title, more: screen.find, to: addressOf(screen) }],
    ),
    ...deeds.map(([label, more, to]) => ({ id: `deed ${to}`, label, more, to })),
    ...learners.flatMap(({ id, name }) => [
      { id: `learner ${id}`, label: name, more: 'how ready', to: `/learners/${id}` },
      { id: `mocks ${id}`, label: name, more: 'their mocks', to: `/mocks?learner=${id}` },
      { id: `drill ${id}`, label: name, more: 'drill questions', to: `/questions?learner=${id}` },
      { id: `start ${id}`, label: name, more: 'start a mock', to: `/setup?learner=${id}` },
      { id: `sheet ${id}`, label: name, more: 'enter a paper sheet', to: `/mocks/sheet?learner=${id}` },
    ]),
    ...(routes?.items ?? []).map(({ id, title }) => ({
      id: `route ${id}`,
      label: title,
      more: 'route',
      to: `/routes/${id}`,
    })),
    ...(vehicles?.items ?? []).map(({ id, name, plate }) => ({
      id: `vehicle ${id}`,
      label: name,
      more: `vehicle ${plate}`,
      to: `/vehicles/${id}`,
    })),
    ...newestVersions(standards?.items ?? []).map(({ id, version, title }) => ({
      id: `standard ${id}`,
      label: title,
      more: 'standard',
      to: `/standards/${id}/${version}`,
    })),
    ...(mocks?.items ?? []).map(({ id, learner, startedAt, zone, result }) => ({
      id,
      label: `${learner.name}, ${dayText(startedAt, zone)}`,
      more: `report: ${outcomeWords[result.outcome].toLowerCase()}`,
      to: `/mocks/${id}`,
    })),
  ];
  return (
    <Dialog
      open={open}
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      aria-label="Find"
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
    >
      <Autocomplete
        openOnFocus
        autoHighlight
        options={places}
        inputValue={letters}
        onInputChange={(_event, text) => setLetters(text)}
        getOptionKey={({ id }) => id}
        getOptionLabel={textOf}
        filterOptions={(options, { inputValue }) =>
          options.filter((place) => hasWords(place, inputValue)).slice(0, 40)
        }
        sx={{ p: 2 }}
        onChange={(_event, place) => {
          if (!place) return;
          onClose();
          void navigate(place.to);
        }}
        renderOption={({ key, ...props }, place) => (
          <Box
            component="li"
            key={key}
            {...props}
            sx={{ justifyContent: 'space-between !important', gap: 2 }}
          >
            <span>{place.label}</span>
            <Typography component="span" variant="body2" sx={{ color: 'text.secondary' }}>
              {place.more}
            </Typography>
          </Box>
        )}
        renderInput={(params) => (
          <TextField
            {...params}
            autoFocus
            label="Go to a learner, mock, route, vehicle, standard or screen"
          />
        )}
      />
    </Dialog>
  );
}
