import { TextField, type TextFieldProps } from '@mui/material';
import { useState } from 'react';
import { numberText, readAs, typedNumber, type Typed } from '../../../core/numbers';

interface Props extends Omit<TextFieldProps, 'value' | 'onChange' | 'type' | 'error'> {
  /** Null while nothing, or nothing that can be used, is typed. */
  readonly value: number | null;
  readonly least: number;
  readonly most: number;
  /** Whether the field may stay empty. */
  readonly optional?: boolean;
  /** Whether only whole numbers are wanted. */
  readonly whole?: boolean;
  readonly onNumber: (value: number | null) => void;
}

/** A number as people type it; what was typed stays, and is told when it cannot be used. */
export function NumberField({
  value,
  least,
  most,
  optional = false,
  whole = false,
  onNumber,
  helperText,
  ...rest
}: Props) {
  const wanted: Typed = whole ? 'whole' : 'any';
  const usable = (text: string): number | null => {
    const typed = typedNumber(text, wanted);
    const fits = typed !== null && typed >= least && typed <= most && (!whole || Number.isInteger(typed));
    return fits ? typed : null;
  };
  const [typed, setTyped] = useState(value === null ? '' : String(value));
  // What another part of the screen changed takes the place of what was typed.
  const text = usable(typed) === value ? typed : value === null ? typed : String(value);
  const wrong = usable(text) === null && !(optional && text.trim() === '');
  const read = readAs(text, wanted);
  return (
    <TextField
      {...rest}
      value={text}
      error={wrong}
      helperText={
        wrong
          ? `${whole ? 'A whole number' : 'A number'} from ${numberText(least)} to ${numberText(most)}`
          : read
            ? `Read as ${read}`
            : helperText
      }
      onChange={({ target }) => {
        setTyped(target.value);
        onNumber(usable(target.value));
      }}
      slotProps={{ ...rest.slotProps, htmlInput: { inputMode: 'decimal', ...rest.slotProps?.htmlInput } }}
    />
  );
}
