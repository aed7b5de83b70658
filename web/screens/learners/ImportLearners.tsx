import {
  Box,
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  MenuItem,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
  Typography,
} from '@mui/material';
import { useMemo, useState } from 'react';
import { v4 as newId } from 'uuid';
import { nameKey } from '../../../core/names';
import type { Told } from '../../../core/problems';
import {
  guessColumns,
  guessDates,
  readRoster,
  readRows,
  rosterFields,
  type Columns,
  type DateOrder,
  type RosterField,
  type RosterTable,
} from '../../../core/roster';
import { errorText, useImportLearnersMutation } from '../../data/api';
import { useEverybody } from '../../parts/people';
import { Aside, ErrorNote, FileButton, localZone, ProblemList, readText, WideTable } from '../../parts/ui';

/** So many rows show what the columns hold. */
const SHOWN = 5;
/** So many problems are told at a time; the rest once these are put right. */
const PROBLEMS = 12;

const fieldTitles: Readonly<Record<RosterField, string>> = {
  name: 'Name',
  'first name': 'First name',
  'last name': 'Last name',
  phone: 'Phone',
  email: 'Email',
  'licence class': 'Licence class',
  transmission: 'Transmission',
  'test day': 'Day of the licence test',
  notes: 'Notes',
};

interface Chosen {
  readonly file: string;
  readonly table: RosterTable;
  /** Keys of names that are here already. */
  readonly here: ReadonlySet<string>;
}

/** Learners of a list of another program: its columns are matched, its good rows are offered, the others told. */
export function ImportLearners({ onClose }: { readonly onClose: () => void }) {
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [columns, setColumns] = useState<Columns>([]);
  const [dates, setDates] = useState<DateOrder>(usualDates);
  const [again, setAgain] = useState(false);
  const [problem, setProblem] = useState<Told | null>(null);
  const everybody = useEverybody();
  const [send, { data: done, error, isLoading }] = useImportLearnersMutation();
  const choose = async (file: File) => {
    const table = readRoster(await readText(file));
    if ('message' in table) {
      setChosen(null);
      setProblem(table);
      return;
    }
    setProblem(null);
    const guessed = guessColumns(table.heads);
    setColumns(guessed);
    setDates(guessDates(table, guessed, usualDates()));
    const here = new Set((await everybody()).map(({ name }) => nameKey(name)));
    setChosen({ file: file.name, table, here });
  };
  const { good, problems } = useMemo(
    () => (chosen ? readRows(chosen.table, columns, dates) : { good: [], problems: [] }),
    [chosen, columns, dates],
  );
  const twice = good.filter(
    ({ name }, n) =>
      chosen?.here.has(nameKey(name)) || good.findIndex((one) => nameKey(one.name) === nameKey(name)) < n,
  );
  const wanted = again ? good : good.filter((row) => !twice.includes(row));
  const named = columns.some((field) => field === 'name' || field === 'first name' || field === 'last name');
  const save = () =>
    send({
      file: chosen?.file.slice(0, 200) ?? '',
      learners: wanted.map(({ name, testDate, phone, email, licenceClass, transmission, notes }) => ({
        id: newId(),
        name,
        testDate,
        zone: localZone(),
        details: { phone, email, licenceClass, transmission, notes },
      })),
    });
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="import-learners">
      <DialogTitle id="import-learners">Import a list of learners</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        {done ? (
          <Typography role="status" sx={{ fontSize: '1.15rem' }}>
            {done.added === 1 ? '1 learner was added.' : `${done.added} learners were added.`} They’re yours;
            hand them over on their pages.
          </Typography>
        ) : (
          <>
            <Typography>
              A table saved as CSV, with a line of headings: name, phone, email, test date and so on. Nothing
              is added before you have seen it.
            </Typography>
            <Box>
              <FileButton accept=".csv,.txt,.tsv,text/csv" onFile={(file) => void choose(file)}>
                Choose a file
              </FileButton>
            </Box>
          </>
        )}
        {problem ? (
          <ErrorNote title="This file can’t be read">
            {problem.path ? `${problem.path} ` : 'It '}
            {problem.message}. Nothing was added.
          </ErrorNote>
        ) : null}
        {error ? <ErrorNote title="Couldn’t import">{errorText(error)}</ErrorNote> : null}
        {chosen && !done ? (
          <>
            <ColumnTable table={chosen.table} columns={columns} onChange={setColumns} />
            {columns.includes('test day') ? (
              <TextField
                select
                label="Dates such as 3/4/2027 are"
                value={dates}
                onChange={(event) => setDates(event.target.value as DateOrder)}
                sx={{ maxWidth: 320 }}
              >
                <MenuItem value="day first">3 April (day first)</MenuItem>
                <MenuItem value="month first">4 March (month first)</MenuItem>
              </TextField>
            ) : null}
            {named ? null : (
              <Aside role="alert" tone="ochre">
                <Typography>Choose the column that holds the name.</Typography>
              </Aside>
            )}
            {named && problems.length > 0 ? (
              <Aside role="alert" tone="ochre">
                <Typography sx={{ fontWeight: 700 }}>
                  {problems.length === 1 ? '1 row is left out' : `${problems.length} rows are left out`}
                </Typography>
                <ProblemList problems={problems.slice(0, PROBLEMS)} />
                {problems.length > PROBLEMS ? (
                  <Typography>and {problems.length - PROBLEMS} more</Typography>
                ) : null}
              </Aside>
            ) : null}
            {twice.length > 0 ? (
              <Aside role="status">
                <Typography>
                  Already here, or twice in the list: {listed(twice.map(({ name }) => name))}.
                </Typography>
                <FormControlLabel
                  control={<Checkbox checked={again} onChange={(event) => setAgain(event.target.checked)} />}
                  label="Add them all the same: they’re other people"
                />
              </Aside>
            ) : null}
          </>
        ) : null}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={onClose}>
          {done ? 'Done' : 'Cancel'}
        </Button>
        {done ? null : (
          <Button
            variant="contained"
            disabled={isLoading || !named || wanted.length === 0}
            onClick={() => void save()}
          >
            {wanted.length === 1 ? 'Add 1 learner' : `Add ${wanted.length} learners`}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

function ColumnTable({
  table: { heads, rows },
  columns,
  onChange,
}: {
  readonly table: RosterTable;
  readonly columns: Columns;
  readonly onChange: (columns: Columns) => void;
}) {
  // A field is held by one column: the one that had it gives it up.
  const set = (at: number, field: RosterField | null) =>
    onChange(columns.map((held, n) => (n === at ? field : held === field ? null : held)));
  return (
    <WideTable label="Columns of the list">
      <TableHead>
        <TableRow>
          {heads.map((head, n) => (
            <TableCell key={`${head} ${n}`} sx={{ minWidth: 170 }}>
              <TextField
                select
                fullWidth
                size="small"
                label={head || `Column ${n + 1}`}
                value={columns[n] ?? ''}
                slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
                onChange={(event) => set(n, (event.target.value || null) as RosterField | null)}
              >
                <MenuItem value="">Leave out</MenuItem>
                {rosterFields.map((field) => (
                  <MenuItem key={field} value={field}>
                    {fieldTitles[field]}
                  </MenuItem>
                ))}
              </TextField>
            </TableCell>
          ))}
        </TableRow>
      </TableHead>
      <TableBody>
        {rows.slice(0, SHOWN).map((row, n) => (
          <TableRow key={n}>
            {heads.map((head, at) => (
              <TableCell key={`${head} ${at}`} sx={{ color: columns[at] ? 'inherit' : 'text.disabled' }}>
                {(row[at] ?? '').slice(0, 60)}
              </TableCell>
            ))}
          </TableRow>
        ))}
      </TableBody>
    </WideTable>
  );
}

const MOST_NAMES = 6;
const listed = (names: readonly string[]): string =>
  names.length <= MOST_NAMES
    ? names.join(', ')
    : `${names.slice(0, MOST_NAMES).join(', ')} and ${names.length - MOST_NAMES} more`;

/** As the browser writes dates. */
const usualDates = (): DateOrder =>
  new Intl.DateTimeFormat().formatToParts(new Date(2026, 0, 2)).find(({ type }) => type !== 'literal')
    ?.type === 'month'
    ? 'month first'
    : 'day first';
