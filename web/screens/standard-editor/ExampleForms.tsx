import { Typography } from '@mui/material';
import { countedSteps, limitTitle, type Example, differenceWords } from '../../../core/standard';
import type { Path } from '../../parts/form';
import { useEditor } from './editor';
import { EntryList, Lines } from './EntryList';
import { Choice, FieldGrid, Find, NumberLine, Several, TextLine, Tick } from './fields';
import * as options from './options';

const verdicts = [
  { value: 'pass', label: 'pass' },
  { value: 'fail', label: 'fail' },
  { value: 'ended', label: 'ended' },
];

/** The worked examples, each with what the limits give for it now. */
export function Examples() {
  const { draft } = useEditor();
  return (
    <EntryList<Example>
      path={['examples']}
      noun="worked example"
      titleOf={({ title }) => title}
      moreOf={({ verdict }) => verdict}
      blank={() => ({
        title: '',
        retest: false,
        marks: [],
        measures: [],
        runs: [],
        questionsWrong: 0,
        verdict: 'pass',
        breaches: [],
      })}
    >
      {(example, own, index) => (
        <>
          <FieldGrid>
            <TextLine path={[...own, 'title']} label="What happened, in short" />
            <Choice path={[...own, 'verdict']} label="What must come out" options={verdicts} />
            <Several
              path={[...own, 'breaches']}
              label="Limits that it breaches"
              options={options.limitOptions(draft, (limit) => limitTitle(draft, limit))}
            />
            <NumberLine
              path={[...own, 'elapsed']}
              label="Seconds of the whole test"
              help="Left empty: not asked"
            />
            <NumberLine path={[...own, 'questionsWrong']} label="Questions answered wrong" />
            <Tick path={[...own, 'retest']} label="It is a re-test" />
          </FieldGrid>
          <Lines
            path={[...own, 'marks']}
            noun="mark"
            title="Marks"
            blank={() => ({
              item: draft.sections[0]?.items[0]?.id ?? '',
              severity: draft.sections[0]?.items[0]?.severities[0] ?? '',
              times: 1,
            })}
          >
            {(line) => (
              <FieldGrid least={150}>
                <Find path={[...line, 'item']} label="Item" options={options.itemOptions(draft)} />
                <Choice
                  path={[...line, 'severity']}
                  label="Severity"
                  options={options.severityOptions(draft)}
                />
                <NumberLine path={[...line, 'times']} label="Times" />
                <RunChoice path={[...line, 'run']} example={example} />
              </FieldGrid>
            )}
          </Lines>
          {draft.manoeuvres.length > 0 ? (
            <Lines
              path={[...own, 'runs']}
              noun="run"
              title="Runs of manoeuvres"
              blank={() => ({ manoeuvre: draft.manoeuvres[0]?.id ?? '' })}
            >
              {(line) => (
                <FieldGrid least={130}>
                  <Choice
                    path={[...line, 'manoeuvre']}
                    label="Manoeuvre"
                    options={options.manoeuvreOptions(draft)}
                  />
                  <NumberLine path={[...line, 'seconds']} label="Seconds" />
                  {countedSteps.map(({ id, label }) => (
                    <NumberLine key={id} path={[...line, id]} label={label} />
                  ))}
                  <Choice
                    path={[...line, 'side']}
                    label="Side"
                    optional="either"
                    options={[
                      { value: 'left', label: 'left' },
                      { value: 'right', label: 'right' },
                    ]}
                  />
                </FieldGrid>
              )}
            </Lines>
          ) : null}
          {draft.measures.length > 0 ? (
            <Lines
              path={[...own, 'measures']}
              noun="reading"
              title="Readings"
              blank={() => ({ measure: draft.measures[0]?.id ?? '', value: 0 })}
            >
              {(line) => (
                <FieldGrid least={150}>
                  <Choice
                    path={[...line, 'measure']}
                    label="Measure"
                    options={options.measureOptions(draft)}
                  />
                  <NumberLine path={[...line, 'value']} label="Value" />
                  <RunChoice path={[...line, 'run']} example={example} />
                </FieldGrid>
              )}
            </Lines>
          ) : null}
          {draft.variants.length > 0 ? (
            <FieldGrid least={260}>
              {draft.variants.map((variant) => (
                <Choice
                  key={variant.id}
                  path={[...own, 'when', variant.id]}
                  label={`Only when: ${variant.title}`}
                  optional="either value"
                  options={[variant.default, variant.other].map((value) => ({
                    value: String(value),
                    label: String(value),
                  }))}
                />
              ))}
            </FieldGrid>
          ) : null}
          <FieldGrid least={180}>
            {draft.severities.map(({ id, label }) => (
              <NumberLine
                key={id}
                path={[...own, 'counts', id]}
                label={`Counted, ${label.toLowerCase()}`}
                help="Empty: not asked"
              />
            ))}
          </FieldGrid>
          <ExampleOutcome index={index} />
        </>
      )}
    </EntryList>
  );
}

function RunChoice({ path, example }: { readonly path: Path; readonly example: Example }) {
  const runs = example.runs.map(({ run, manoeuvre }) => run ?? manoeuvre);
  if (runs.length === 0) return null;
  return (
    <Choice
      path={path}
      label="In the run"
      optional="none"
      options={runs.map((run) => ({ value: run, label: run }))}
    />
  );
}

/** What the limits give for an example now, when that is not what it says. */
function ExampleOutcome({ index }: { readonly index: number }) {
  const result = useEditor().results?.[index];
  if (!result) return null;
  if (!result.applies) return <Typography>It is not asked while the other value is in force.</Typography>;
  if (result.holds) return <Typography>It holds.</Typography>;
  return (
    <Typography>
      {result.differences.map((one) => `${one.at}: it ${differenceWords(one)}.`).join(' ')}
    </Typography>
  );
}
