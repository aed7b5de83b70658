import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useState } from 'react';
import type { QuestionView } from '../../../contract';
import type { Told } from '../../../core/problems';
import { MAX_BANK_LENGTH, readBank, readQuestionTable, type Question } from '../../../core/questions';
import { errorText, useKeepQuestionsMutation } from '../../data/api';
import { ErrorNote, FileButton, ProblemList } from '../../parts/ui';

interface Read {
  readonly file: string;
  readonly questions: readonly Question[];
  readonly problems: readonly Told[];
}

/** JSON is all or nothing; of a table the good rows are offered beside the problems of the others. */
function read(file: string, text: string): Read {
  if (text.length > MAX_BANK_LENGTH)
    return { file, questions: [], problems: [{ path: '', message: 'is too long for a bank of questions' }] };
  if (/\.json$/i.test(file)) {
    const bank = readBank(text);
    return bank.ok
      ? { file, questions: bank.value.questions, problems: [] }
      : { file, questions: [], problems: bank.problems };
  }
  const { good, problems } = readQuestionTable(text);
  return { file, questions: good.map(({ question }) => question), problems };
}

interface Props {
  readonly held: readonly QuestionView[];
  readonly onClose: () => void;
}

/** Brings questions of a file. */
export function QuestionImport({ held, onClose }: Props) {
  const [brought, setBrought] = useState<Read | null>(null);
  const [keep, { data, error, isLoading, reset }] = useKeepQuestionsMutation();
  const ids = new Set(held.map(({ question }) => question.id));
  const known = brought?.questions.filter(({ id }) => ids.has(id)).length ?? 0;
  const fresh = (brought?.questions.length ?? 0) - known;
  const choose = async (file: File) => {
    reset();
    setBrought(read(file.name, await file.text()));
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="bring-questions">
      <DialogTitle id="bring-questions">Import questions</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2, justifyItems: 'start' }}>
        <Typography>
          A .questions.json file of another school, or a table saved as .csv with the columns that “Save as
          CSV” writes.
        </Typography>
        <FileButton accept=".json,.csv,application/json,text/csv" onFile={(file) => void choose(file)}>
          Choose a file of questions
        </FileButton>
        {brought && brought.problems.length > 0 ? (
          <Box role="alert">
            <Typography variant="h3" component="p">
              {brought.file}: {brought.problems.length}{' '}
              {brought.problems.length === 1 ? 'problem' : 'problems'}
            </Typography>
            <ProblemList problems={brought.problems} />
          </Box>
        ) : null}
        {brought && brought.questions.length > 0 ? (
          <Typography role="status">
            {fresh} new and {known} that would replace yours can be imported
            {brought.problems.length > 0 ? '; the rows named above would be left out' : ''}.
          </Typography>
        ) : null}
        {data ? (
          <Typography role="status">
            Imported: {data.added} added, {data.changed} changed, {data.same} were the same.
          </Typography>
        ) : null}
        {error ? <ErrorNote title="Nothing was stored">{errorText(error)}</ErrorNote> : null}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={onClose}>
          Close
        </Button>
        <Button
          variant="contained"
          disabled={!brought || brought.questions.length === 0 || isLoading || data !== undefined}
          onClick={() => brought && void keep([...brought.questions])}
        >
          Import {brought ? brought.questions.length : 'them'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
