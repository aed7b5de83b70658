import { MenuItem, TextField, type TextFieldProps } from '@mui/material';

interface Props extends Pick<
  TextFieldProps,
  'label' | 'helperText' | 'sx' | 'fullWidth' | 'disabled' | 'size' | 'slotProps'
> {
  readonly value: string;
  /** What stands for no choice; left out where one must be made. */
  readonly none?: string;
  readonly items: readonly (readonly [value: string, title: string])[];
  readonly onChange: (value: string) => void;
}

/** One of several; a value that is none of them shows as no choice. */
export function ChoiceField({ value, none, items, onChange, slotProps, ...field }: Props) {
  return (
    <TextField
      {...field}
      select
      value={items.some(([own]) => own === value) ? value : ''}
      onChange={(event) => onChange(event.target.value)}
      slotProps={
        none === undefined
          ? (slotProps ?? {})
          : { ...slotProps, select: { displayEmpty: true }, inputLabel: { shrink: true } }
      }
    >
      {none === undefined ? null : <MenuItem value="">{none}</MenuItem>}
      {items.map(([own, title]) => (
        <MenuItem key={own} value={own} sx={{ whiteSpace: 'normal' }}>
          {title}
        </MenuItem>
      ))}
    </TextField>
  );
}
