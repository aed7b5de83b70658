import { Box, TextField } from '@mui/material';
import { useSearchParams } from 'react-router';
import { ChoiceField } from './ChoiceField';
import { useSearchParam } from './useSearchParam';
import { withParam } from './withParam';

export interface ListAsked<Sort extends string> {
  readonly letters: string;
  readonly type: (letters: string) => void;
  /** The letters that are looked for, once typing rests. */
  readonly search: string;
  readonly sort: Sort;
  readonly sortBy: (sort: string) => void;
}

/** What of a list is asked for; it stands in the address, so that it can be kept and shared. */
export function useListAsked<Sort extends string>(sorts: readonly [Sort, ...Sort[]]): ListAsked<Sort> {
  const [params, setParams] = useSearchParams();
  const [letters, type, search] = useSearchParam('search');
  return {
    letters,
    type,
    search,
    sort: sorts.find((one) => one === params.get('sort')) ?? sorts[0],
    sortBy: (by) => setParams((before) => withParam(before, 'sort', by), { replace: true }),
  };
}

interface Props<Sort extends string> {
  readonly asked: ListAsked<Sort>;
  /** "Find a route". */
  readonly label: string;
  readonly words: Readonly<Record<Sort, string>>;
}

/** Above a list: a few letters of what is looked for, and the order. */
export function FindAndSort<Sort extends string>({ asked, label, words }: Props<Sort>) {
  return (
    <Box sx={{ display: 'grid', gap: 1.5, mb: 2, gridTemplateColumns: { xs: '1fr', sm: '1fr 220px' } }}>
      <TextField label={label} value={asked.letters} onChange={(event) => asked.type(event.target.value)} />
      <ChoiceField
        label="Sort by"
        value={asked.sort}
        items={Object.entries<string>(words)}
        onChange={asked.sortBy}
      />
    </Box>
  );
}
