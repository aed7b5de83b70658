import { Box, Button, Typography } from '@mui/material';
import {
  capSentence,
  changeSentences,
  diffStandards,
  limitSentence,
  type CheckedStandard,
  type Standard,
  type StandardPart,
} from '../../../core/standard';
import { colour } from '../../ui';
import { ExamplesSign } from '../ExamplesSign';
import { Fold } from '../Fold';
import { partOf, useEditor } from './editor';

interface Props {
  readonly checked: CheckedStandard;
  readonly onPart: (part: StandardPart) => void;
}

/** What the draft comes to, as one types: what must be put right, its rules in words, its examples, its changes. */
export function LivePanel({ checked, onPart }: Props) {
  const { base, results } = useEditor();
  const { standard, problems } = checked;
  return (
    <Box
      component="aside"
      aria-label="What it comes to"
      sx={{ display: 'grid', gap: 3, alignContent: 'start' }}
    >
      <Box aria-live="polite">
        {problems.length === 0 ? (
          <Typography variant="h3" sx={{ color: colour('moss') }}>
            Nothing to put right
          </Typography>
        ) : (
          <>
            <Typography variant="h3" sx={{ color: colour('jasper') }}>
              {problems.length === 1 ? 'One thing' : `${problems.length} things`} to put right
            </Typography>
            <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
              {problems.slice(0, 12).map((problem) => (
                <li key={`${problem.path} ${problem.message}`}>
                  <Button
                    onClick={() => onPart(partOf(problem))}
                    sx={{ display: 'block', textAlign: 'left', px: 0, fontWeight: 400, fontSize: '1rem' }}
                  >
                    <b>{partOf(problem)}</b>: {problem.message} <small>({problem.path})</small>
                  </Button>
                </li>
              ))}
            </Box>
            {problems.length > 12 ? <Typography>and {problems.length - 12} more</Typography> : null}
          </>
        )}
      </Box>
      {results ? <ExamplesSign results={results} /> : null}
      {standard ? <Rules standard={standard} /> : null}
      {standard ? <Changes before={base} after={standard} /> : null}
    </Box>
  );
}

function Rules({ standard }: { readonly standard: Standard }) {
  return (
    <Fold title="In plain words">
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {standard.limits.map((limit) => (
          <li key={limit.id}>{limitSentence(standard, limit)}</li>
        ))}
        {standard.caps.map((cap) => (
          <li key={cap.id}>{capSentence(standard, cap)}</li>
        ))}
      </Box>
    </Fold>
  );
}

function Changes({ before, after }: { readonly before: Standard; readonly after: Standard }) {
  const sentences = diffStandards(before, after).flatMap(changeSentences);
  return (
    <Fold title={`Other than in ${before.version}`}>
      {sentences.length === 0 ? <Typography>Nothing changed yet.</Typography> : null}
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {sentences.slice(0, 40).map((sentence, n) => (
          <li key={n}>{sentence}</li>
        ))}
      </Box>
      {sentences.length > 40 ? <Typography>and {sentences.length - 40} more</Typography> : null}
    </Fold>
  );
}
