import { v4 as newId } from 'uuid';
import {
  Box,
  Button,
  InputAdornment,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { VehicleView } from '../../../contract';
import { readAs, typedNumber } from '../../../core/numbers';
import type { Told } from '../../../core/problems';
import {
  checkItemIds,
  checkItems,
  doubtsAbout,
  fitnessOf,
  odometerText,
  parseCheckup,
  treadPlaces,
  typedOdometer,
  typedPressure,
  wheelIds,
  wheels,
  type CheckItem,
  type Finding,
  type Wheel,
} from '../../../core/vehicle';
import { errorText, useAddCheckupMutation } from '../../data/api';
import { RestoredNote, useKeptHistory } from '../../parts/unsaved';
import { Aside, colour, ErrorNote, ProblemList, WindowTitle } from '../../parts/ui';
import { useUnits } from '../../parts/features';
import { FitnessSign, Reasons, todayIs } from '../../parts/fitness';
import { OneVehicle } from '../../parts/vehicle';
import { pressureHelp } from '../../parts/vehicle';
import { TyreFace } from '../../parts/vehicle';

interface TyreDraft {
  readonly tread: readonly [string, string, string];
  readonly pressure: string;
  readonly damaged: boolean;
}

interface Draft {
  readonly odometer: string;
  readonly tyres: Readonly<Record<Wheel, TyreDraft>>;
  readonly findings: Readonly<Partial<Record<CheckItem, Finding>>>;
  readonly note: string;
}

const bare: TyreDraft = { tread: ['', '', ''], pressure: '', damaged: false };
const blank: Draft = {
  odometer: '',
  tyres: { 'front-left': bare, 'front-right': bare, 'rear-left': bare, 'rear-right': bare },
  findings: {},
  note: '',
};

export function CheckPage() {
  return <OneVehicle>{(vehicle) => <CheckForm key={vehicle.id} vehicle={vehicle} />}</OneVehicle>;
}

/** Going over a car: four tyres, then everything else, as one walks round it. */
function CheckForm({ vehicle }: { readonly vehicle: VehicleView }) {
  const units = useUnits();
  const draft = useKeptHistory(`vehicle check ${vehicle.id}`, blank);
  const { odometer, tyres, findings, note } = draft.now;
  const set = (part: Partial<Draft>) => draft.change('', (now) => ({ ...now, ...part }));
  const [problems, setProblems] = useState<readonly Told[]>([]);
  const [add, { error, isLoading }] = useAddCheckupMutation();
  const [id] = useState(() => newId());
  const navigate = useNavigate();

  const km = typedOdometer(odometer, units);
  const input = {
    id,
    at: new Date().toISOString(),
    odometer: km ?? undefined,
    tyres: Object.fromEntries(
      wheelIds.map((wheel) => {
        const { tread, pressure, damaged } = tyres[wheel];
        return [
          wheel,
          {
            tread: tread.map((text) => typedNumber(text) ?? undefined),
            pressure: typedPressure(pressure),
            damaged,
          },
        ];
      }),
    ),
    findings,
    note,
  };
  const so = parseCheckup(input);
  const doubts = so.ok ? doubtsAbout(so.value, vehicle.checkup, units) : [];
  const fitness = so.ok ? fitnessOf(so.value, vehicle.record, todayIs()) : null;
  const looked = Object.keys(findings).length;
  const save = async () => {
    setProblems(so.ok ? [] : so.problems.map(inWords));
    if (!so.ok) return;
    const kept = await add({ vehicle: vehicle.id, checkup: so.value });
    if (!kept.data) return;
    draft.done();
    void navigate(`/vehicles/${vehicle.id}`);
  };

  return (
    <Box sx={{ maxWidth: 1080 }}>
      <WindowTitle name={`${vehicle.name}, check`} />
      <Typography variant="h1">Check of the {vehicle.name}</Typography>
      <Typography sx={{ color: 'text.secondary', mb: 3 }}>
        On level ground, engine off, brake on. Tyres cold. Whoever reaches under the bonnet waits until it has
        cooled.
      </Typography>
      {draft.restored ? (
        <Box sx={{ mb: 2 }}>
          <RestoredNote onStartAgain={draft.startAgain} />
        </Box>
      ) : null}
      <TextField
        label="Odometer"
        value={odometer}
        onChange={(event) => set({ odometer: event.target.value })}
        slotProps={{
          htmlInput: { inputMode: 'decimal' },
          input: {
            endAdornment: (
              <InputAdornment position="end">{units === 'imperial' ? 'miles' : 'km'}</InputAdornment>
            ),
          },
        }}
        error={Number.isNaN(km)}
        helperText={
          [
            km !== null && !Number.isNaN(km) && readAs(odometer, 'whole')
              ? `read as ${odometerText(km, units)}`
              : '',
            vehicle.checkup ? `last time ${odometerText(vehicle.checkup.odometer, units)}` : '',
          ]
            .filter((part) => part)
            .join('; ') || ' '
        }
        sx={{ mb: 2, width: 260 }}
      />
      <Typography variant="h2" sx={{ mb: 1 }}>
        Tyres
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, gap: 2, mb: 4 }}>
        {wheelIds.map((wheel) => (
          <TyreForm
            key={wheel}
            wheel={wheel}
            draft={tyres[wheel]}
            placard={vehicle.record.placard?.[wheel.startsWith('front') ? 'front' : 'rear'] ?? null}
            wrong={problems.flatMap(({ path }) => (path.startsWith(`${wheels[wheel]}, `) ? [path] : []))}
            onChange={(tyre) => set({ tyres: { ...tyres, [wheel]: tyre } })}
          />
        ))}
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1, flexWrap: 'wrap' }}>
        <Typography variant="h2">Everything else</Typography>
        <Button
          variant="outlined"
          onClick={() =>
            set({
              findings: {
                ...Object.fromEntries(checkItemIds.map((item) => [item, 'good' as const])),
                ...findings,
              },
            })
          }
        >
          The rest is good
        </Button>
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, columnGap: 4 }}>
        {checkItemIds.map((item) => (
          <Box
            key={item}
            sx={{
              display: 'flex',
              alignItems: 'center',
              gap: 1.5,
              minHeight: 68,
              borderBottom: `1px solid ${colour('line')}`,
              flexWrap: { xs: 'wrap', sm: 'nowrap' },
              py: 0.5,
            }}
          >
            <Typography sx={{ flex: '1 1 180px' }}>{checkItems[item]}</Typography>
            <ToggleButtonGroup
              exclusive
              value={findings[item] ?? null}
              onChange={(_event, value: Finding | null) => {
                const { [item]: _before, ...rest } = findings;
                set({ findings: value === null ? rest : { ...rest, [item]: value } });
              }}
              aria-label={checkItems[item]}
            >
              {(['good', 'advice', 'bad'] as const).map((finding) => (
                <ToggleButton
                  key={finding}
                  value={finding}
                  sx={{
                    minHeight: 56,
                    minWidth: 76,
                    color: colour('ink'),
                    '&.Mui-selected, &.Mui-selected:hover': {
                      bgcolor: colour(finding === 'good' ? 'moss' : finding === 'bad' ? 'jasper' : 'ochre'),
                      color: colour('paper'),
                      fontWeight: 700,
                    },
                  }}
                >
                  {finding}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          </Box>
        ))}
      </Box>
      <TextField
        label="Note"
        value={note}
        onChange={(event) => set({ note: event.target.value })}
        fullWidth
        multiline
        sx={{ mt: 3 }}
      />
      <Box aria-live="polite" sx={{ mt: 3, display: 'grid', gap: 1.5 }}>
        {fitness ? (
          <>
            <FitnessSign verdict={fitness.verdict} large />
            <Reasons reasons={fitness.reasons} />
          </>
        ) : (
          <Typography sx={{ color: 'text.secondary' }}>
            The verdict comes with the odometer and three depths of each tyre; {looked} of{' '}
            {checkItemIds.length} other things were looked at.
          </Typography>
        )}
        {doubts.length > 0 ? (
          <Aside role="status" tone="ochre">
            Look again before you save:
            <ProblemList problems={doubts} />
          </Aside>
        ) : null}
        {problems.length > 0 ? (
          <Box role="alert">
            Nothing was stored:
            <ProblemList problems={problems} />
          </Box>
        ) : null}
        {error ? <ErrorNote title="Couldn’t save it">{errorText(error)}</ErrorNote> : null}
        <Button
          variant="contained"
          disabled={isLoading}
          onClick={() => void save()}
          sx={{ minHeight: 68, fontSize: 20, maxWidth: 420 }}
        >
          {doubts.length > 0 ? 'Save anyway' : 'Save'}
        </Button>
      </Box>
    </Box>
  );
}

/** Where on the form a problem is, instead of its path. */
function inWords({ path, message }: Told): Told {
  const tyre = /^tyres\.([a-z-]+)\.(?:tread\[(\d)\]|(\w+))$/.exec(path);
  const wheel = tyre ? wheels[tyre[1] as Wheel] : null;
  if (wheel && tyre?.[2]) return { path: `${wheel}, ${treadPlaces[Number(tyre[2])] ?? ''}`, message };
  if (wheel) return { path: `${wheel}, ${tyre?.[3] ?? ''}`, message };
  return { path, message };
}

function TyreForm({
  wheel,
  draft,
  placard,
  wrong,
  onChange,
}: {
  readonly wheel: Wheel;
  readonly draft: TyreDraft;
  readonly placard: number | null;
  /** Places of what could not be kept. */
  readonly wrong: readonly string[];
  readonly onChange: (draft: TyreDraft) => void;
}) {
  const name = wheels[wheel];
  const { tread, pressure, damaged } = draft;
  const depths = tread.map((text) => typedNumber(text));
  return (
    <Box
      role="group"
      aria-label={name}
      sx={{
        border: `1px solid ${colour('line')}`,
        borderRadius: 1,
        bgcolor: colour('card'),
        p: 2,
        display: 'grid',
        gap: 1.5,
      }}
    >
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', mt: -1 }}>
        <Typography variant="h3" sx={{ minHeight: 40, alignContent: 'center' }}>
          {name}: tread in mm
        </Typography>
        {depths.some((depth) => depth !== null) ? <TyreFace tread={depths} label={name} /> : null}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1 }}>
        {treadPlaces.map((place, n) => (
          <TextField
            key={place}
            label={`${place[0]?.toUpperCase()}${place.slice(1)}`}
            value={tread[n]}
            error={wrong.includes(`${name}, ${place}`)}
            onChange={(event) => {
              const next = tread.map((text, m) => (m === n ? event.target.value : text));
              onChange({ ...draft, tread: [next[0] ?? '', next[1] ?? '', next[2] ?? ''] });
            }}
            slotProps={{
              htmlInput: { inputMode: 'decimal', 'aria-label': `${name}, ${place}, tread in mm` },
            }}
          />
        ))}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '2fr 1fr', gap: 1 }}>
        <TextField
          label="Pressure"
          value={pressure}
          error={wrong.includes(`${name}, pressure`)}
          helperText={pressureHelp(pressure, placard)}
          onChange={(event) => onChange({ ...draft, pressure: event.target.value })}
          slotProps={{
            htmlInput: { inputMode: 'decimal', 'aria-label': `${name}, pressure in kPa` },
            input: { endAdornment: <InputAdornment position="end">kPa</InputAdornment> },
          }}
        />
        <ToggleButton
          value="damaged"
          selected={damaged}
          onChange={() => onChange({ ...draft, damaged: !damaged })}
          sx={{
            height: 56,
            color: colour('ink'),
            '&.Mui-selected, &.Mui-selected:hover': { bgcolor: colour('jasper'), color: colour('onJasper') },
          }}
        >
          Damaged
        </ToggleButton>
      </Box>
    </Box>
  );
}
