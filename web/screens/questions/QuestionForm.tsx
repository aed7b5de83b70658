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
  TextField,
} from '@mui/material';
import { useState } from 'react';
import type { QuestionView } from '../../../contract';
import type { Problem } from '../../../core/problems';
import {
  parseQuestion,
  questionKinds,
  signIds,
  signs,
  sourceKinds,
  type Question,
} from '../../../core/questions';
import { controlIds, controlOf } from '../../../core/vehicle';
import { errorText, useKeepQuestionMutation, useUnchangeQuestionMutation } from '../../data/api';
import { useUnsaved } from '../../parts/unsaved';
import { ErrorNote, ProblemList } from '../../parts/ui';
import { kindWords } from './QuestionCard';

interface Draft {
  readonly id: string;
  readonly kind: string;
  readonly title: string;
  readonly prompts: string;
  readonly essential: string;
  readonly extra: string;
  readonly ordered: boolean;
  readonly why: string;
  readonly cautions: string;
  readonly source: string;
  readonly note: string;
  readonly controls: readonly string[];
  readonly bonnet: boolean;
  readonly sign: string;
}

const blank: Draft = {
  id: '',
  kind: 'explain',
  title: '',
  prompts: '',
  essential: '',
  extra: '',
  ordered: false,
  why: '',
  cautions: '',
  source: 'ours',
  note: '',
  controls: [],
  bonnet: false,
  sign: '',
};

const lines = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');

const draftOf = (question: Question): Draft => ({
  ...question,
  prompts: question.prompts.join('\n'),
  essential: question.points.flatMap(({ text, essential }) => (essential ? [text] : [])).join('\n'),
  extra: question.points.flatMap(({ text, essential }) => (essential ? [] : [text])).join('\n'),
  cautions: question.cautions.join('\n'),
  source: question.source.kind,
  note: question.source.note ?? '',
  sign: question.sign ?? '',
});

/** A point that says the same keeps its id, so that what was ticked before stays ticked. */
function asQuestion(draft: Draft, before: Question | null): unknown {
  const used = new Set<string>();
  const points = (text: string, essential: boolean) =>
    lines(text).map((line) => {
      const same = before?.points.find((point) => point.text === line)?.id;
      let id = same ?? 'point-1';
      for (let n = 1; used.has(id); n += 1) id = `point-${n}`;
      used.add(id);
      return { id, text: line, essential };
    });
  const { note, sign, essential, extra, source, ...rest } = draft;
  return {
    ...rest,
    prompts: lines(draft.prompts),
    points: [...points(essential, true), ...points(extra, false)],
    cautions: lines(draft.cautions),
    source: { kind: source, ...(note.trim() === '' ? {} : { note: note.trim() }) },
    ...(sign === '' ? {} : { sign }),
  };
}

const idFrom = (title: string): string =>
  title
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);

interface Props {
  /** Null for a new one. */
  readonly view: QuestionView | null;
  readonly taken: readonly string[];
  readonly onClose: () => void;
}

/** A question as a form; nothing is stored while anything about it is wrong. */
export function QuestionForm({ view, taken, onClose }: Props) {
  const [start] = useState<Draft>(() => (view ? draftOf(view.question) : blank));
  const [draft, setDraft] = useState(start);
  const { close } = useUnsaved(draft !== start);
  const leave = () => close(onClose);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [keep, kept] = useKeepQuestionMutation();
  const [unchange, unchanged] = useUnchangeQuestionMutation();
  const change = (part: Partial<Draft>) => setDraft({ ...draft, ...part });
  const save = async () => {
    const id = view ? draft.id : freeId(idFrom(draft.title), taken);
    const result = parseQuestion(asQuestion({ ...draft, id }, view?.question ?? null));
    setProblems(result.ok ? [] : result.problems);
    if (!result.ok) return;
    const answer = await keep({
      question: result.value,
      enabled: view?.enabled ?? true,
      revision: view?.revision ?? null,
    });
    if (answer.data) onClose();
  };
  const back = async () => {
    if (view && (await unchange({ id: view.question.id, revision: view.revision })).data) onClose();
  };
  const error = kept.error ?? unchanged.error;
  const area = (key: 'prompts' | 'essential' | 'extra' | 'cautions', label: string, help: string) => (
    <TextField
      multiline
      minRows={2}
      label={label}
      helperText={help}
      value={draft[key]}
      onChange={(event) => change({ [key]: event.target.value })}
    />
  );
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="md" aria-labelledby="question-form">
      <DialogTitle id="question-form">
        {view ? `Change: ${view.question.title}` : 'Add a question'}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2.5, pt: '10px !important' }}>
        <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', sm: '2fr 1fr' } }}>
          <TextField
            label="Title"
            autoFocus={!view}
            value={draft.title}
            onChange={(event) => change({ title: event.target.value })}
          />
          <TextField
            select
            label="Kind"
            value={draft.kind}
            onChange={(event) => change({ kind: event.target.value })}
          >
            {questionKinds.map((kind) => (
              <MenuItem key={kind} value={kind}>
                {kindWords[kind]}
              </MenuItem>
            ))}
          </TextField>
        </Box>
        {area('prompts', 'How it is asked', 'A line for each wording; two or three are best')}
        {area('essential', 'Essential points', 'A line each; the answer is right when all were given')}
        {area('extra', 'Extra points', 'A line each; good to hear, not needed')}
        <TextField
          label="Why it matters"
          value={draft.why}
          onChange={(event) => change({ why: event.target.value })}
        />
        {area('cautions', 'Cautions', 'A line each: heat, moving parts, traffic')}
        <TextField
          select
          label="Controls of the car that the answer names"
          helperText="A car that lacks the first one is not asked this"
          value={draft.controls}
          onChange={(event) => change({ controls: [event.target.value].flat() })}
          slotProps={{ select: { multiple: true } }}
        >
          {controlIds.map((id) => (
            <MenuItem key={id} value={id}>
              {controlOf(id).title}
            </MenuItem>
          ))}
        </TextField>
        <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr 2fr' } }}>
          <TextField
            select
            label="Sign"
            value={draft.sign}
            onChange={(event) => change({ sign: event.target.value })}
          >
            <MenuItem value="">none</MenuItem>
            {signIds.map((id) => (
              <MenuItem key={id} value={id}>
                {signs[id]}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            label="Source"
            value={draft.source}
            onChange={(event) => change({ source: event.target.value })}
          >
            {sourceKinds.map((kind) => (
              <MenuItem key={kind} value={kind}>
                {kind}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            label="Where it is written"
            value={draft.note}
            onChange={(event) => change({ note: event.target.value })}
          />
        </Box>
        <Box>
          <FormControlLabel
            control={
              <Checkbox
                checked={draft.ordered}
                onChange={(event) => change({ ordered: event.target.checked })}
              />
            }
            label="The points belong in this order"
          />
          <FormControlLabel
            control={
              <Checkbox
                checked={draft.bonnet}
                onChange={(event) => change({ bonnet: event.target.checked })}
              />
            }
            label="Asked with the bonnet open"
          />
        </Box>
        {problems.length > 0 ? (
          <Box role="alert">
            Nothing was stored:
            <ProblemList problems={problems} />
          </Box>
        ) : null}
        {error ? <ErrorNote title="Couldn’t save it">{errorText(error)}</ErrorNote> : null}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        {view?.origin === 'changed' ? (
          <Button color="inherit" onClick={() => void back()} sx={{ mr: 'auto' }}>
            Reset to default
          </Button>
        ) : null}
        <Button color="inherit" onClick={leave}>
          Close
        </Button>
        <Button variant="contained" disabled={kept.isLoading} onClick={() => void save()}>
          Save
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function freeId(wanted: string, taken: readonly string[]): string {
  let id = wanted;
  for (let n = 2; taken.includes(id); n += 1) id = `${wanted}-${n}`;
  return id;
}
