import Add from '@mui/icons-material/Add';
import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { manoeuvreKinds, skillOf } from '../../../core/standard';
import { freeId, withEntry, withoutEntry } from '../../parts/form';
import { NumberField } from '../../parts/ui';
import { FormulaField } from '../../parts/yard';
import { GroundRows } from './GroundRows';
import { Entry, Pair, Part, setterOf, type FormProps } from './pieces';
import { RegionFields } from './RegionFields';

/** Everything of a course that can be changed. */
export function CourseForm(props: FormProps) {
  return (
    <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Basics {...props} />
      <Sizes {...props} />
      <GroundRows {...props} />
      <Driven {...props} />
      {props.draft.frames.length > 0 ? <Frames {...props} /> : null}
    </Box>
  );
}

function Basics({ draft, change }: FormProps) {
  const set = setterOf(change);
  return (
    <Part title="Course">
      <TextField
        label="Title"
        value={draft.title}
        onChange={({ target }) => set(['title'], target.value)}
        error={draft.title.trim() === ''}
        helperText={draft.title.trim() === '' ? 'Give it a title.' : undefined}
      />
      <Pair>
        <TextField
          select
          label="Practises"
          value={[...draft.manoeuvres]}
          slotProps={{ select: { multiple: true } }}
          onChange={({ target }) => set(['manoeuvres'], target.value)}
          helperText="A run is marked as this manoeuvre of a standard."
        >
          {manoeuvreKinds.map((kind) => (
            <MenuItem key={kind} value={kind}>
              {skillOf(kind)?.title ?? kind}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Side"
          value={draft.side ?? ''}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          onChange={({ target }) => set(['side'], target.value === '' ? undefined : target.value)}
          helperText="Where a standard tells the sides apart."
        >
          <MenuItem value="">Doesn’t matter</MenuItem>
          <MenuItem value="left">Left</MenuItem>
          <MenuItem value="right">Right</MenuItem>
        </TextField>
      </Pair>
      <Pair>
        <NumberField
          label="Movements allowed"
          value={draft.movements}
          whole
          least={1}
          most={15}
          onNumber={(value) => {
            if (value !== null) set(['movements'], value);
          }}
        />
        <NumberField
          label="Shunts allowed"
          value={draft.shunts}
          whole
          least={0}
          most={10}
          onNumber={(value) => {
            if (value !== null) set(['shunts'], value);
          }}
        />
      </Pair>
    </Part>
  );
}

const units = [
  ['m', 'metres'],
  ['°', 'degrees'],
  ['%', 'in 100'],
] as const;

function Sizes({ draft, change }: FormProps) {
  const set = setterOf(change);
  const add = (): void =>
    change('', (before) => {
      const id = freeId(
        'size',
        before.parameters.map((one) => one.id),
      ).replace('-', '');
      return withEntry(before, ['parameters'], {
        id: before.parameters.some((one) => one.id === id) ? `${id}x` : id,
        title: 'New size',
        unit: 'm',
        default: 3,
        least: 1,
        most: 30,
      });
    });
  return (
    <Part
      title="Sizes"
      help="What an instructor can change when setting the course out. A size may depend on the vehicle, such as 1.5 × vehicle width + 0.3."
    >
      {draft.parameters.map(({ id, title, unit, default: usual, least, most }, n) => (
        <Entry
          key={n}
          label={`size ${title}`}
          onRemove={() => change('', (before) => withoutEntry(before, ['parameters'], n))}
        >
          <Pair>
            <TextField
              size="small"
              label="Size"
              value={title}
              onChange={({ target }) => set(['parameters', n, 'title'], target.value)}
              helperText={`In places below: ${id}`}
            />
            <TextField
              select
              size="small"
              label="In"
              value={unit}
              onChange={({ target }) => set(['parameters', n, 'unit'], target.value)}
            >
              {units.map(([own, words]) => (
                <MenuItem key={own} value={own}>
                  {words}
                </MenuItem>
              ))}
            </TextField>
          </Pair>
          <Pair>
            {(
              [
                ['default', 'Usual', usual],
                ['least', 'Least', least],
                ['most', 'Most', most],
              ] as const
            ).map(([key, label, value]) => (
              <FormulaField
                key={key}
                label={label}
                value={value}
                parameters={[]}
                onLength={(next) => set(['parameters', n, key], next)}
              />
            ))}
          </Pair>
        </Entry>
      ))}
      <Button variant="outlined" startIcon={<Add />} onClick={add} sx={{ justifySelf: 'start' }}>
        Add a size
      </Button>
    </Part>
  );
}

function Driven({ draft, change, ...rest }: FormProps) {
  const set = setterOf(change);
  const last = draft.stages.at(-1);
  return (
    <>
      <Part title="Start" help="Where the vehicle may stand when it begins.">
        <RegionFields {...{ draft, change, ...rest }} path={['start']} region={draft.start} />
      </Part>
      <Part title="Stages" help="One after the other; each ends where the vehicle stops in its box.">
        {draft.stages.map(({ say, gear, goal }, n) => (
          <Entry
            key={n}
            label={`stage ${n + 1}`}
            onRemove={
              draft.stages.length > 1
                ? () => change('', (before) => withoutEntry(before, ['stages'], n))
                : null
            }
          >
            <TextField
              size="small"
              multiline
              label={`Stage ${n + 1}: what to do`}
              value={say}
              onChange={({ target }) => set(['stages', n, 'say'], target.value.replaceAll('\n', ' '))}
            />
            <TextField
              select
              size="small"
              label="Gear"
              value={gear}
              onChange={({ target }) => set(['stages', n, 'gear'], target.value)}
            >
              <MenuItem value="forward">Forward</MenuItem>
              <MenuItem value="reverse">Reverse</MenuItem>
            </TextField>
            <RegionFields {...{ draft, change, ...rest }} path={['stages', n, 'goal']} region={goal} />
          </Entry>
        ))}
        {last && draft.stages.length < 12 ? (
          <Button
            variant="outlined"
            startIcon={<Add />}
            sx={{ justifySelf: 'start' }}
            onClick={() =>
              change('', (before) =>
                withEntry(before, ['stages'], {
                  ...last,
                  id: freeId(
                    'stage',
                    before.stages.map((one) => one.id),
                  ),
                  say: 'Drive on and stop in the box',
                  gear: last.gear === 'forward' ? 'reverse' : 'forward',
                }),
              )
            }
          >
            Add a stage
          </Button>
        ) : null}
      </Part>
    </>
  );
}

function Frames({ draft, change }: FormProps) {
  const set = setterOf(change);
  const parameters = draft.parameters.map(({ id }) => id);
  return (
    <Part
      title="Turned places"
      help="Bays at an angle are measured from here: x along the turned line, y across it."
    >
      {draft.frames.map(({ id, at, turn }, n) => (
        <Entry key={n} label={`turned place ${id.replaceAll('-', ' ')}`} onRemove={null}>
          <Typography>{id.replaceAll('-', ' ')}</Typography>
          <Pair>
            <FormulaField
              label="x"
              value={at[0]}
              parameters={parameters}
              onLength={(next) => set(['frames', n, 'at', 0], next)}
            />
            <FormulaField
              label="y"
              value={at[1]}
              parameters={parameters}
              onLength={(next) => set(['frames', n, 'at', 1], next)}
            />
            <FormulaField
              label="Turned to the left, degrees"
              value={turn}
              parameters={parameters}
              onLength={(next) => set(['frames', n, 'turn'], next)}
            />
          </Pair>
        </Entry>
      ))}
    </Part>
  );
}
