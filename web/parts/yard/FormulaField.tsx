import { TextField } from '@mui/material';
import { useState } from 'react';
import { lengthText, readLength, type Length } from '../../../core/yard';

interface Props {
  readonly label: string;
  readonly value: Length;
  /** Sizes of the course that it may ask for, by id. */
  readonly parameters: readonly string[];
  readonly onLength: (value: Length) => void;
}

/** A length that may depend on the vehicle and on the course's sizes, as people write it. */
export function FormulaField({ label, value, parameters, onLength }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const usual = lengthText(value);
  const read = typed === null ? null : readLength(typed, parameters);
  // What was dragged or taken back elsewhere takes the place of what was typed.
  const text = typed !== null && (!read?.ok || lengthText(read.value) === usual) ? typed : usual;
  const problem = read && !read.ok && text === typed ? read.problems[0]?.message : undefined;
  return (
    <TextField
      size="small"
      fullWidth
      label={label}
      value={text}
      error={problem !== undefined}
      helperText={problem}
      onChange={({ target }) => {
        setTyped(target.value);
        const next = readLength(target.value, parameters);
        if (next.ok) onLength(next.value);
      }}
      onBlur={() => {
        if (read?.ok) setTyped(null);
      }}
    />
  );
}
