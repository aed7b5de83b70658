import { Box, Button, Chip, LinearProgress, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { VehicleView } from '../../../contract';
import { controls, type CardEntry, type Control, type VehicleCard } from '../../../core/vehicle';
import {
  errorText,
  useChangeVehicleMutation,
  useKeepPhotoMutation,
  useRemovePhotoMutation,
} from '../../data/api';
import { useUnsaved } from '../../parts/unsaved';
import { colour, ErrorNote, FileButton } from '../../parts/ui';
import { photoUrl } from '../../parts/vehicle';
import { Cockpit } from '../../parts/vehicle';
import { OneVehicle } from '../../parts/vehicle';
import { smallPicture } from '../../parts/pictures';

const blank: CardEntry = { lacks: false, where: '', how: '', tellTale: '', place: null };
const areaWords: Readonly<Record<Control['where'], string>> = {
  cockpit: 'From the driver’s seat',
  car: 'Round the car',
  bonnet: 'Under the bonnet: engine off and cold',
};

export function WalkPage() {
  return <OneVehicle>{(vehicle, all) => <Walk key={vehicle.id} vehicle={vehicle} all={all} />}</OneVehicle>;
}

/** Through the car once, one control at a time; each is kept before the next one comes. */
function Walk({ vehicle, all }: { readonly vehicle: VehicleView; readonly all: readonly VehicleView[] }) {
  const [params, setParams] = useSearchParams();
  const open = controls.findIndex(({ id }) => !vehicle.card[id]);
  const at = params.get('at') ?? controls[Math.max(0, open)]?.id;
  const n = Math.max(
    0,
    controls.findIndex(({ id }) => id === at),
  );
  const [change, { error, isLoading }] = useChangeVehicleMutation();
  const go = (to: number) => setParams({ at: controls[to]?.id ?? '' }, { replace: true });
  const keep = async (card: VehicleCard) =>
    (await change({ id: vehicle.id, revision: vehicle.revision, change: { card } })).data !== undefined;
  const done = controls.filter(({ id }) => vehicle.card[id]).length;
  const control = controls[n];
  const others = all.filter(({ id, card }) => id !== vehicle.id && Object.keys(card).length > 0);
  const copy = async (from: string) => {
    const other = others.find(({ id }) => id === from);
    if (other) await keep(other.card);
  };
  if (!control) return null;
  return (
    <Box sx={{ maxWidth: 760, display: 'grid', gap: 2 }}>
      <Box>
        <Typography variant="h1">Through the {vehicle.name}</Typography>
        <Stack direction="row" spacing={2} sx={{ alignItems: 'center', mt: 1 }}>
          <Typography sx={{ whiteSpace: 'nowrap' }}>
            {done} of {controls.length} kept
          </Typography>
          <LinearProgress
            variant="determinate"
            value={(100 * done) / controls.length}
            aria-label="Controls saved"
            sx={{ flex: 1, height: 8, borderRadius: 1 }}
          />
        </Stack>
      </Box>
      {done === 0 && others.length > 0 ? (
        <TextField
          select
          label="Begin with the card of another car, then change what differs"
          value=""
          onChange={(event) => void copy(event.target.value)}
        >
          {others.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      ) : null}
      {error ? <ErrorNote title="Couldn’t save it">{errorText(error)}</ErrorNote> : null}
      <ControlForm
        key={control.id}
        control={control}
        vehicle={vehicle}
        busy={isLoading}
        last={n === controls.length - 1}
        onKeep={async (entry, saved) => {
          if (!(await keep({ ...vehicle.card, [control.id]: entry }))) return;
          saved();
          go(Math.min(controls.length - 1, n + 1));
        }}
      />
      <Stack direction="row" sx={{ justifyContent: 'space-between' }}>
        <Button color="inherit" disabled={n === 0} onClick={() => go(n - 1)}>
          Back
        </Button>
        <Button component={Link} to={`/vehicles/${vehicle.id}`} color="inherit">
          To the car
        </Button>
        <Button color="inherit" disabled={n === controls.length - 1} onClick={() => go(n + 1)}>
          Skip
        </Button>
      </Stack>
    </Box>
  );
}

function ControlForm({
  control,
  vehicle,
  busy,
  last,
  onKeep,
}: {
  readonly control: Control;
  readonly vehicle: VehicleView;
  readonly busy: boolean;
  readonly last: boolean;
  /** Says `saved` once it is stored, before the next control comes. */
  readonly onKeep: (entry: CardEntry, saved: () => void) => Promise<void>;
}) {
  const [start, setStart] = useState<CardEntry>(
    () => vehicle.card[control.id] ?? { ...blank, tellTale: control.tellTale },
  );
  const [entry, setEntry] = useState(start);
  const unsaved = useUnsaved(entry !== start);
  const saved = () => {
    unsaved.saved();
    setStart(entry);
  };
  const set = (part: Partial<CardEntry>) => setEntry({ ...entry, ...part });
  return (
    <Box component="section" aria-label={control.title} sx={{ display: 'grid', gap: 2 }}>
      <Box>
        <Typography sx={{ color: 'text.secondary' }}>{areaWords[control.where]}</Typography>
        <Typography component="h2" sx={{ fontSize: 30, fontWeight: 700, lineHeight: 1.15 }}>
          {control.title}
        </Typography>
      </Box>
      <TextField
        label="Where is it?"
        placeholder={
          control.where === 'cockpit' ? 'left stalk, middle of the dashboard …' : 'left of the engine …'
        }
        value={entry.where}
        onChange={(event) => set({ where: event.target.value })}
      />
      {control.ways.length > 0 ? (
        <Box>
          <Stack
            direction="row"
            sx={{ flexWrap: 'wrap', gap: 1, mb: 2 }}
            role="group"
            aria-label="Usual ways"
          >
            {control.ways.map((way) => (
              <Chip key={way} label={way} onClick={() => set({ how: way })} sx={{ height: 48 }} />
            ))}
          </Stack>
          <TextField
            fullWidth
            label="How is it worked?"
            value={entry.how}
            onChange={(event) => set({ how: event.target.value })}
          />
        </Box>
      ) : null}
      {control.tellTale ? (
        <TextField
          label="What lights up?"
          value={entry.tellTale}
          onChange={(event) => set({ tellTale: event.target.value })}
        />
      ) : null}
      {control.where === 'cockpit' ? (
        <Box>
          <Typography sx={{ mb: 0.5 }}>Touch the drawing where it is.</Typography>
          <Cockpit
            card={{ ...vehicle.card, [control.id]: entry }}
            marked={control.id}
            wheelOnRight={vehicle.record.wheel === 'right'}
            onPlace={(place) => set({ place })}
            title={entry.place ? `${control.title}, placed` : `${control.title}, not placed yet`}
          />
        </Box>
      ) : null}
      <Photo control={control} vehicle={vehicle} />
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: control.mayLack ? '2fr 1fr' : '1fr' }}>
        <Button
          variant="contained"
          disabled={busy}
          onClick={() => void onKeep({ ...entry, lacks: false }, saved)}
          sx={{ minHeight: 72, fontSize: 20 }}
        >
          {last ? 'Save' : 'Save, next'}
        </Button>
        {control.mayLack ? (
          <Button
            variant="outlined"
            disabled={busy}
            onClick={() => void onKeep({ ...blank, lacks: true, where: entry.where }, saved)}
            sx={{ minHeight: 72 }}
          >
            This car has none
          </Button>
        ) : null}
      </Box>
    </Box>
  );
}

/** A picture of the control, if somebody likes one. */
function Photo({ control, vehicle }: { readonly control: Control; readonly vehicle: VehicleView }) {
  const [keep, kept] = useKeepPhotoMutation();
  const [remove] = useRemovePhotoMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const take = async (file: File) => {
    setProblem(null);
    try {
      await keep({ vehicle: vehicle.id, control: control.id, jpeg: await smallPicture(file) });
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'The picture could not be read.');
    }
  };
  const has = vehicle.photos.includes(control.id);
  return (
    <Box>
      {has ? (
        <img
          src={photoUrl(vehicle.id, control.id, vehicle.revision)}
          alt={`${control.title} of the ${vehicle.name}`}
          style={{ maxWidth: '100%', maxHeight: 260, borderRadius: 6, display: 'block', marginBottom: 8 }}
        />
      ) : null}
      <Stack direction="row" spacing={1}>
        <FileButton accept="image/*" capture="environment" onFile={(file) => void take(file)}>
          {has ? 'Another picture' : 'Add a picture'}
        </FileButton>
        {has ? (
          <Button color="inherit" onClick={() => void remove({ vehicle: vehicle.id, control: control.id })}>
            Remove it
          </Button>
        ) : null}
      </Stack>
      <Typography variant="body2" sx={{ color: 'text.secondary', mt: 0.5 }}>
        Saved small, without position or time. Optional.
      </Typography>
      {problem ? (
        <Typography role="alert" sx={{ color: colour('jasper') }}>
          {problem}
        </Typography>
      ) : null}
      {kept.error ? <ErrorNote title="Couldn’t save the picture">{errorText(kept.error)}</ErrorNote> : null}
    </Box>
  );
}
