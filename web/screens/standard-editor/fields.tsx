import { Autocomplete, Box, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useId, useState, type ReactNode } from 'react';
import { readAs, typedNumber } from '../../../core/numbers';
import { valueAt, withValue, type Path } from '../../parts/form';
import { problemsAt, useEditor } from './editor';

export interface Option {
  readonly value: string;
  readonly label: string;
  readonly group?: string;
}

interface FieldProps {
  readonly path: Path;
  readonly label: string;
  readonly help?: string;
}

/** The value at a place of the draft, a way to change it, and what is wrong with it. */
function useField(path: Path) {
  const { draft, problems, change } = useEditor();
  const [problem] = problemsAt(problems, path);
  return {
    value: valueAt(draft, path),
    set: (value: unknown) => change(path, (before) => withValue(before, path, value)),
    problem: problem && sentence(problem.message),
  };
}

const sentence = (message: string): string => `${message.charAt(0).toUpperCase()}${message.slice(1)}.`;

/** Short fields beside each other, as many as fit. */
export function FieldGrid({
  children,
  least = 200,
}: {
  readonly children: ReactNode;
  readonly least?: number;
}) {
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: `repeat(auto-fill, minmax(min(${least}px, 100%), 1fr))`,
        gap: 1.5,
        alignItems: 'start',
        '& > .whole': { gridColumn: '1 / -1' },
      }}
    >
      {children}
    </Box>
  );
}

/** Words. What is optional goes when it is emptied. */
export function TextLine({
  path,
  label,
  help,
  optional = false,
}: FieldProps & { readonly optional?: boolean }) {
  const { value, set, problem } = useField(path);
  return (
    <TextField
      className={optional || !label.includes('Short') ? 'whole' : ''}
      fullWidth
      multiline
      label={label}
      value={typeof value === 'string' ? value : ''}
      onChange={(event) =>
        set(optional && event.target.value === '' ? undefined : event.target.value.replaceAll('\n', ' '))
      }
      error={problem !== undefined}
      helperText={problem ?? help}
    />
  );
}

/** One word or short form. */
export function ShortLine({ path, label, help }: FieldProps) {
  const { value, set, problem } = useField(path);
  return (
    <TextField
      fullWidth
      label={label}
      value={typeof value === 'string' ? value : ''}
      onChange={(event) => set(event.target.value)}
      error={problem !== undefined}
      helperText={problem ?? help}
    />
  );
}

/** A number; what is no number stays as it was typed, and the checks say so. Empty is not given. */
export function NumberLine({ path, label, help }: FieldProps) {
  const { value, set, problem } = useField(path);
  const [typed, setTyped] = useState('');
  const text = numberOf(typed) === value ? typed : value === undefined ? '' : String(value);
  const read = readAs(text);
  return (
    <TextField
      fullWidth
      label={label}
      value={text}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      onChange={(event) => {
        setTyped(event.target.value);
        set(numberOf(event.target.value));
      }}
      error={problem !== undefined}
      helperText={problem ?? (read ? `Read as ${read}` : help)}
    />
  );
}

function numberOf(text: string): number | string | undefined {
  const value = typedNumber(text);
  return value === null ? undefined : Number.isNaN(value) ? text : value;
}

const NOT_GIVEN = ' not given';

/** One of a few. */
export function Choice({
  path,
  label,
  help,
  options,
  optional = null,
}: FieldProps & { readonly options: readonly Option[]; readonly optional?: string | null }) {
  const { value, set, problem } = useField(path);
  const held = typeof value === 'string' || typeof value === 'number' ? String(value) : '';
  const known = options.some((option) => option.value === held);
  const numeric = options.every((option) => Number.isFinite(Number(option.value)));
  return (
    <TextField
      select
      fullWidth
      label={label}
      value={held === '' && optional !== null ? NOT_GIVEN : held}
      onChange={({ target }) =>
        set(target.value === NOT_GIVEN ? undefined : numeric ? Number(target.value) : target.value)
      }
      error={problem !== undefined}
      helperText={problem ?? help}
    >
      {optional === null ? null : <MenuItem value={NOT_GIVEN}>{optional}</MenuItem>}
      {known || held === '' ? null : <MenuItem value={held}>{held}</MenuItem>}
      {options.map((option) => (
        <MenuItem key={option.value} value={option.value}>
          {option.label}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** One of many, found by typing. */
export function Find({ path, label, options, help }: FieldProps & { readonly options: readonly Option[] }) {
  const { value, set, problem } = useField(path);
  const held = typeof value === 'string' ? value : '';
  const found = options.find((option) => option.value === held) ?? { value: held, label: held };
  return (
    <Autocomplete
      disableClearable
      options={options}
      groupBy={options.some(({ group }) => group) ? ({ group = '' }) => group : undefined}
      value={found}
      isOptionEqualToValue={(a, b) => a.value === b.value}
      getOptionKey={(option) => option.value}
      onChange={(_event, option) => set(option.value)}
      renderInput={(params) => (
        <TextField {...params} label={label} error={problem !== undefined} helperText={problem ?? help} />
      )}
    />
  );
}

/** Several of many. None given and optional: the property goes. */
export function Several({
  path,
  label,
  help,
  options,
  optional = false,
  free = false,
}: FieldProps & {
  readonly options: readonly Option[];
  readonly optional?: boolean;
  readonly free?: boolean;
}) {
  const { value, set, problem } = useField(path);
  const held = Array.isArray(value) ? (value as string[]) : [];
  const labelOf = (id: string) => options.find((option) => option.value === id)?.label ?? id;
  return (
    <Autocomplete
      multiple
      className="whole"
      freeSolo={free}
      disableCloseOnSelect
      options={options.map((option) => option.value)}
      getOptionLabel={labelOf}
      value={held}
      onChange={(_event, ids) => set(ids.length === 0 && optional ? undefined : ids)}
      renderInput={(params) => (
        <TextField {...params} label={label} error={problem !== undefined} helperText={problem ?? help} />
      )}
    />
  );
}

/** Yes or no. */
export function Tick({ path, label }: FieldProps) {
  const { value, set } = useField(path);
  const id = useId();
  return (
    <FormControlLabel
      sx={{ minHeight: 56, m: 0 }}
      control={<Checkbox id={id} checked={value === true} onChange={(event) => set(event.target.checked)} />}
      label={label}
    />
  );
}

/** The id of a thing: chosen while the thing is new, never changed once a version was kept with it. */
export function IdLine({ path, known }: { readonly path: Path; readonly known: readonly string[] }) {
  const { draft, base } = useEditor();
  const id = String(valueAt(draft, [...path, 'id']));
  const original = valueAt(base, [...path, 'id']) === id || known.includes(id);
  if (original) return null;
  return <ShortLine path={[...path, 'id']} label="Id" help="You can’t change it after saving" />;
}
