import { Box, Button, Typography } from '@mui/material';
import {
  capSentence,
  conversionSentence,
  changeSentences,
  limitSentence,
  type Change,
  type CheckedStandard,
  type Standard,
  type StandardPart,
} from '../../../core/standard';
import { colour } from '../../parts/ui';
import { ExamplesSign } from '../../parts/standard';
import { Fold } from './Fold';
import { partOf, useEditor } from './editor';

interface Props {
  readonly checked: CheckedStandard;
  /** From the version that the draft began from; null while form or references are broken. */
  readonly changes: readonly Change[] | null;
  readonly onPart: (part: StandardPart) => void;
}

/** What the draft comes to, as one types: what must be put right, its rules in words, its examples, its changes. */
export function LivePanel({ checked, changes, onPart }: Props) {
  const { base, results } = useEditor();
  const { standard, problems, warnings } = checked;
  return (
    <Box component="aside" aria-label="Live check" sx={{ display: 'grid', gap: 3, alignContent: 'start' }}>
      <Box aria-live="polite">
        {problems.length === 0 ? (
          <Typography variant="h3" sx={{ color: colour('moss') }}>
            No problems
          </Typography>
        ) : (
          <>
            <Typography variant="h3" sx={{ color: colour('jasper') }}>
              {problems.length === 1 ? '1 problem' : `${problems.length} problems`}
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
      {warnings.length > 0 ? (
        <Box
          component="ul"
          aria-label="Worth a look"
          sx={{ listStyle: 'none', m: 0, p: 0, color: colour('ochre') }}
        >
          {warnings.map((warning) => (
            <li key={warning.path}>
              <b>{partOf(warning)}</b> {warning.message}
            </li>
          ))}
        </Box>
      ) : null}
      {results ? <ExamplesSign results={results} /> : null}
      {standard ? <Rules standard={standard} /> : null}
      {changes ? <Changes since={base.version} changes={changes} /> : null}
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
        {standard.conversions.map((one, n) => (
          <li key={n}>{conversionSentence(standard, one)}</li>
        ))}
      </Box>
    </Fold>
  );
}

function Changes({ since, changes }: { readonly since: string; readonly changes: readonly Change[] }) {
  const sentences = changes.flatMap(changeSentences);
  return (
    <Fold title={`Changes since ${since}`}>
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
