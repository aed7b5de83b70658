import Add from '@mui/icons-material/Add';
import { Box, Button, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { idOf, lengthPlus, type Course, type Length } from '../../../core/yard';
import { freeId, withEntry, withoutEntry, type Path } from '../../parts/form';
import { FormulaField } from '../../parts/yard';
import { Entry, Pair, Part, setterOf, type FormProps } from './pieces';

type List = 'lines' | 'kerbs' | 'walls' | 'guides' | 'cones';

const kinds: readonly (readonly [List, string])[] = [
  ['lines', 'Line: tyres may not cross'],
  ['kerbs', 'Kerb: tyres may not touch'],
  ['walls', 'Wall: nothing may touch'],
  ['guides', 'Guide line: may be crossed'],
  ['cones', 'Cone: nothing may touch'],
];

/** Every line, kerb, wall and cone, with its places as they are written. */
export function GroundRows({ draft, change, onShow }: FormProps) {
  const taken = kinds.flatMap(([list]) => draft[list].map(({ id }) => id));
  const add = (list: 'lines' | 'cones'): void =>
    change('', (before) =>
      withEntry(
        before,
        [list],
        list === 'cones'
          ? { id: freeId('cone', taken), at: [1, 1], pole: true }
          : { id: freeId('line', taken), from: [0, 0], to: [5, 0] },
      ),
    );
  return (
    <Part
      title="On the ground"
      help="Places are in metres: x to the right, y up the plan. They may ask for the sizes above and for the vehicle."
    >
      {kinds.flatMap(([list]) =>
        draft[list].map((_, n) => <Thing key={`${list} ${n}`} {...{ draft, change, onShow, list, n }} />),
      )}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <Button variant="outlined" startIcon={<Add />} onClick={() => add('lines')}>
          Add a line
        </Button>
        <Button variant="outlined" startIcon={<Add />} onClick={() => add('cones')}>
          Add a cone
        </Button>
      </Box>
    </Part>
  );
}

function Thing({ draft, change, onShow, list, n }: FormProps & { readonly list: List; readonly n: number }) {
  const set = setterOf(change);
  const entry = draft[list][n];
  if (!entry) return null;
  const parameters = draft.parameters.map(({ id }) => id);
  const place = (path: Path, label: string, value: Length) => (
    <FormulaField
      label={label}
      value={value}
      parameters={parameters}
      onLength={(next) => set([list, n, ...path], next)}
    />
  );
  const name = entry.id.replaceAll('-', ' ');
  return (
    <Entry
      label={name}
      onFocus={() => onShow(entry.id)}
      onBlur={() => onShow(null)}
      onRemove={() => change('', (before) => withoutEntry(before, [list], n))}
    >
      <Pair>
        <NameField name={name} onName={(id) => set([list, n, 'id'], id)} />
        <TextField
          select
          size="small"
          label="Is a"
          value={list}
          onChange={({ target }) => change('', (before) => withKind(before, list, n, target.value as List))}
        >
          {kinds.map(([own, words]) => (
            <MenuItem key={own} value={own}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      </Pair>
      {'at' in entry ? (
        <Pair>
          {place(['at', 0], 'x', entry.at[0])}
          {place(['at', 1], 'y', entry.at[1])}
          <FormControlLabel
            control={
              <Checkbox
                checked={entry.pole}
                onChange={({ target }) => set([list, n, 'pole'], target.checked)}
              />
            }
            label="With a pole"
          />
        </Pair>
      ) : (
        <>
          <Pair>
            {place(['from', 0], 'From x', entry.from[0])}
            {place(['from', 1], 'From y', entry.from[1])}
          </Pair>
          <Pair>
            {place(['to', 0], 'To x', entry.to[0])}
            {place(['to', 1], 'To y', entry.to[1])}
          </Pair>
        </>
      )}
      {draft.frames.length > 0 ? (
        <TextField
          select
          size="small"
          label="Measured from"
          value={entry.frame ?? ''}
          onChange={({ target }) => set([list, n, 'frame'], target.value === '' ? undefined : target.value)}
        >
          <MenuItem value="">The corner of the plan</MenuItem>
          {draft.frames.map(({ id }) => (
            <MenuItem key={id} value={id}>
              {id.replaceAll('-', ' ')}
            </MenuItem>
          ))}
        </TextField>
      ) : null}
    </Entry>
  );
}

/** A name in words; the course keeps it as an id. */
function NameField({ name, onName }: { readonly name: string; readonly onName: (id: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? name;
  const empty = idOf(text) === '';
  return (
    <TextField
      size="small"
      label="Name"
      value={text}
      error={empty}
      helperText={empty ? 'Give it a name of letters or digits.' : undefined}
      onChange={({ target }) => {
        setTyped(target.value);
        const id = idOf(target.value);
        if (id !== '') onName(id);
      }}
      onBlur={() => setTyped(null)}
    />
  );
}

/** The same thing as another kind: a line stays where it is, a cone stands at its beginning, and the other way round. */
export function withKind(course: Course, list: List, n: number, kind: List): Course {
  const entry = course[list][n];
  if (!entry || list === kind) return course;
  const { id } = entry;
  const frame = entry.frame === undefined ? {} : { frame: entry.frame };
  const from = 'at' in entry ? entry.at : entry.from;
  // A cone has no length: it becomes a line of a metre.
  const to = 'at' in entry ? [lengthPlus(entry.at[0], 1), entry.at[1]] : entry.to;
  const next = kind === 'cones' ? { id, at: from, pole: true, ...frame } : { id, from, to, ...frame };
  return withEntry(withoutEntry(course, [list], n), [kind], next);
}
