import { Box, Button, Stack, Switch, Typography } from '@mui/material';
import { useState } from 'react';
import { questionSorts, type QuestionView } from '../../../contract';
import { writeBank, writeQuestionTable, type QuestionKind } from '../../../core/questions';
import {
  errorText,
  useKeepQuestionMutation,
  useQuestionPagesInfiniteQuery,
  useQuestionsQuery,
} from '../../data/api';
import { IfMay } from '../../parts/people';
import { Sign } from '../../parts/signs';
import {
  colour,
  EmptyNote,
  ErrorNote,
  FindAndSort,
  LoadingNote,
  MoreButton,
  OpeningRow,
  saveFile,
  useListAsked,
} from '../../parts/ui';
import { PointList } from '../../parts/questions';
import { kindWords } from './QuestionCard';
import { QuestionForm } from './QuestionForm';
import { QuestionImport } from './QuestionImport';

const originWords: Readonly<Record<QuestionView['origin'], string>> = {
  shipped: '',
  changed: 'changed here',
  own: 'our own',
};

/** Every question of the school: switched on or off, changed, added, imported and exported as a file. */
export function BankView() {
  const asked = useListAsked(questionSorts);
  const { search, sort } = asked;
  const { currentData, error, isFetching, hasNextPage, fetchNextPage, refetch } =
    useQuestionPagesInfiniteQuery({ search, sort });
  const { data } = useQuestionsQuery();
  const [open, setOpen] = useState<QuestionView | 'new' | 'import' | null>(null);
  const all = data?.items ?? [];
  const found = currentData?.pages.flatMap(({ items }) => items) ?? [];
  const questions = all.map(({ question }) => question);
  return (
    <Box>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap', mb: 2 }}>
        <IfMay right="manage shared things">
          <Button variant="contained" onClick={() => setOpen('new')}>
            Add a question
          </Button>
          <Button variant="outlined" onClick={() => setOpen('import')}>
            Import a file
          </Button>
        </IfMay>
        <Button
          variant="outlined"
          onClick={() =>
            saveFile('our.questions.json', writeBank('Our questions', questions), 'application/json')
          }
        >
          Save as JSON
        </Button>
        <Button
          variant="outlined"
          onClick={() => saveFile('our-questions.csv', writeQuestionTable(questions), 'text/csv')}
        >
          Save as CSV
        </Button>
      </Stack>
      <FindAndSort
        asked={asked}
        label="Find a question"
        words={{ kind: 'How they are asked', title: 'Title' }}
      />
      {!currentData && isFetching ? <LoadingNote what="the bank" /> : null}
      {error ? (
        <ErrorNote title="The bank could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {currentData && found.length === 0 ? (
        <EmptyNote title={`No question has “${search}” in it`}>
          Search for fewer letters, or add one.
        </EmptyNote>
      ) : null}
      {sort === 'title' ? (
        <Box component="section" aria-label="Questions by title" sx={{ mb: 3 }}>
          {found.map((view) => (
            <BankRow key={view.question.id} view={view} onEdit={() => setOpen(view)} />
          ))}
        </Box>
      ) : (
        (Object.keys(kindWords) as QuestionKind[]).map((kind) => {
          const own = found.filter(({ question }) => question.kind === kind);
          if (own.length === 0) return null;
          return (
            <Box component="section" aria-label={kindWords[kind]} key={kind} sx={{ mb: 3 }}>
              <Typography variant="h2">{kindWords[kind]}</Typography>
              {own.map((view) => (
                <BankRow key={view.question.id} view={view} onEdit={() => setOpen(view)} />
              ))}
            </Box>
          );
        })
      )}
      <MoreButton more={hasNextPage} loading={isFetching} onMore={() => void fetchNextPage()} />
      {open === 'import' ? <QuestionImport held={all} onClose={() => setOpen(null)} /> : null}
      {open !== null && open !== 'import' ? (
        <QuestionForm
          view={open === 'new' ? null : open}
          taken={questions.map(({ id }) => id)}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </Box>
  );
}

function BankRow({ view, onEdit }: { readonly view: QuestionView; readonly onEdit: () => void }) {
  const { question, enabled, origin, revision } = view;
  const [keep, { error }] = useKeepQuestionMutation();
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'start',
        borderBottom: `1px solid ${colour('line')}`,
        '& .MuiAccordion-root': { borderBottom: 0 },
      }}
    >
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <OpeningRow
          summary={
            <Typography sx={{ color: enabled ? undefined : 'text.secondary' }}>
              <b>{question.title}</b>
              {origin === 'shipped' ? '' : `, ${originWords[origin]}`}
              {enabled ? '' : ', switched off'}
              {error ? (
                <Box component="span" role="alert">
                  . Not changed: {errorText(error)}
                </Box>
              ) : null}
            </Typography>
          }
        >
          <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
            {question.sign ? <Sign sign={question.sign} size={110} /> : null}
            <Box sx={{ flex: 1, minWidth: 240 }}>
              {question.prompts.map((prompt) => (
                <Typography key={prompt}>“{prompt}”</Typography>
              ))}
              <PointList question={question} />
              <Typography sx={{ mt: 1 }}>{question.why}</Typography>
              {question.source.note ? (
                <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                  {question.source.note}
                </Typography>
              ) : null}
              <IfMay right="manage shared things">
                <Button variant="outlined" onClick={onEdit} sx={{ mt: 1 }}>
                  Change it
                </Button>
              </IfMay>
            </Box>
          </Box>
        </OpeningRow>
      </Box>
      <Box sx={{ minHeight: 64, display: 'flex', alignItems: 'center' }}>
        <IfMay right="manage shared things">
          <Switch
            checked={enabled}
            onChange={() => void keep({ question, enabled: !enabled, revision })}
            slotProps={{ input: { 'aria-label': `Ask: ${question.title}` } }}
          />
        </IfMay>
      </Box>
    </Box>
  );
}
