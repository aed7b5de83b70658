import { TextField, Typography } from '@mui/material';
import { Aside } from '../ui';
import { useSameName } from './useSameName';

/** What is said of a name that doesn't do. */
export const NAME_PROBLEM = 'Enter a name of up to 80 letters.';

interface Props {
  /** The field as the form has it. */
  readonly field: object;
  readonly name: string;
  /** Whose name it is; null for somebody new. */
  readonly own: string | null;
}

/** A learner's name, with a word when somebody taught here already has it. */
export function NameField({ field, name, own }: Props) {
  const same = useSameName(name, own);
  return (
    <>
      <TextField autoFocus label="Name" {...field} />
      {same ? (
        <Aside role="status" tone="ochre">
          <Typography>{same}</Typography>
        </Aside>
      ) : null}
    </>
  );
}
