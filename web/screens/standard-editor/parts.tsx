import { Box, Button, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import {
  heldValue,
  manoeuvreSentences,
  skillOf,
  withVariant,
  type Item,
  type Manoeuvre,
  type Section,
  type Severity,
  type Standard,
  type StandardPart,
  type Variant,
} from '../../../core/standard';
import { Glyph } from '../../parts/ui';
import { freeId, withValue, type Path } from '../../parts/form';
import { useEditor } from './editor';
import { EntryList } from './EntryList';
import { Choice, FieldGrid, Find, IdLine, NumberLine, Several, ShortLine, TextLine } from './fields';
import { CapList, ConversionList, LimitList } from './LimitForms';
import { Examples } from './ExampleForms';
import * as options from './options';

const idsOf = (entries: readonly { readonly id: string }[]): string[] => entries.map(({ id }) => id);

function About() {
  const { copying } = useEditor();
  return (
    <FieldGrid least={260}>
      <TextLine path={['title']} label="Title" />
      <TextLine path={['summary']} label="In one sentence" optional />
      {copying ? (
        <ShortLine
          path={['id']}
          label="Id"
          help="Letters, digits, dashes. You can’t change it after saving"
        />
      ) : null}
      <ShortLine path={['licenceClass']} label="Licence class" help="Such as car" />
      <Choice
        path={['drivingSide']}
        label="Traffic keeps to the"
        options={[
          { value: 'left', label: 'left' },
          { value: 'right', label: 'right' },
        ]}
      />
      <Choice
        path={['units']}
        label="Units"
        options={[
          { value: 'imperial', label: 'miles and yards' },
          { value: 'metric', label: 'kilometres and metres' },
        ]}
      />
    </FieldGrid>
  );
}

function WhatPasses() {
  return (
    <>
      <LimitList path={['limits']} />
      <SubTitle more="Marks that match a cap count up to its number; later ones are kept and shown, but count in no limit.">
        Caps
      </SubTitle>
      <CapList />
      <SubTitle more="A step of a manoeuvre that is counted, or a reading, becomes a mark of its own at that moment.">
        Counts and readings that become marks
      </SubTitle>
      <ConversionList />
    </>
  );
}

function Severities() {
  const { draft, base } = useEditor();
  return (
    <EntryList<Severity>
      path={['severities']}
      noun="severity"
      titleOf={({ label }) => label}
      moreOf={({ gravity, short, points }) => (
        <Box component="span" sx={{ display: 'flex', gap: 0.75, alignItems: 'center' }}>
          <Glyph gravity={gravity} size={16} /> {short}
          {points === undefined ? '' : `, ${points} points`}
        </Box>
      )}
      blank={() => ({ id: freeId('severity', idsOf(draft.severities)), label: '', short: '', gravity: 1 })}
    >
      {(_severity, own) => (
        <FieldGrid>
          <ShortLine path={[...own, 'label']} label="Name" />
          <ShortLine path={[...own, 'short']} label="Short form" help="At most 4 letters, for the pads" />
          <Choice path={[...own, 'gravity']} label="Gravity" options={options.gravityOptions} />
          <NumberLine path={[...own, 'points']} label="Points" help="Unless the item says otherwise" />
          <IdLine path={own} known={idsOf(base.severities)} />
        </FieldGrid>
      )}
    </EntryList>
  );
}

function Sections() {
  const { draft, base } = useEditor();
  return (
    <EntryList<Section>
      path={['sections']}
      noun="section"
      titleOf={({ title }) => title}
      moreOf={({ items }) => `${items.length} ${items.length === 1 ? 'item' : 'items'}`}
      blank={() => ({
        id: freeId('section', idsOf(draft.sections)),
        title: '',
        items: [blankItem(draft)],
      })}
    >
      {(_section, own) => (
        <>
          <FieldGrid least={260}>
            <ShortLine path={[...own, 'title']} label="Title of the section" />
            <IdLine path={own} known={idsOf(base.sections)} />
          </FieldGrid>
          <Items path={[...own, 'items']} />
        </>
      )}
    </EntryList>
  );
}

const blankItem = (draft: ReturnType<typeof useEditor>['draft']): Item => ({
  id: freeId(
    'item',
    draft.sections.flatMap(({ items }) => idsOf(items)),
  ),
  label: '',
  skill: 'road-position',
  tags: [],
  severities: idsOf(draft.severities),
});

function Items({ path }: { readonly path: Path }) {
  const { draft, base } = useEditor();
  const known = base.sections.flatMap(({ items }) => idsOf(items));
  return (
    <EntryList<Item>
      path={path}
      noun="item"
      titleOf={({ label }) => label}
      moreOf={({ skill, tags }) =>
        [skillOf(skill)?.title ?? skill, ...tags].filter((text) => text !== '').join(', ')
      }
      blank={() => blankItem(draft)}
    >
      {(item, own) => (
        <>
          <FieldGrid least={240}>
            <TextLine path={[...own, 'label']} label="What is marked" />
            <Find
              path={[...own, 'skill']}
              label="Skill"
              options={options.skillOptions}
              help="Compares drives across standards"
            />
            <IdLine path={own} known={known} />
            <Several
              path={[...own, 'severities']}
              label="Severities it can have"
              options={options.severityOptions(draft)}
            />
            <Several
              path={[...own, 'tags']}
              label="Tags"
              options={options.tagOptions(draft)}
              free
              help="Type a word and press Enter"
            />
          </FieldGrid>
          <FieldGrid least={180}>
            {draft.severities
              .filter(({ id }) => item.severities.includes(id))
              .map(({ id, label, points }) => (
                <NumberLine
                  key={id}
                  path={[...own, 'points', id]}
                  label={`Points, ${label.toLowerCase()}`}
                  help={points === undefined ? 'Empty: none' : `Empty: ${points}`}
                />
              ))}
          </FieldGrid>
        </>
      )}
    </EntryList>
  );
}

function Manoeuvres() {
  const { draft, base } = useEditor();
  return (
    <EntryList<Manoeuvre>
      path={['manoeuvres']}
      noun="manoeuvre"
      titleOf={({ title }) => title}
      moreOf={(manoeuvre) => manoeuvreSentences(draft, manoeuvre).join(' ') || 'Marked by its items.'}
      blank={() => ({
        id: freeId('manoeuvre', idsOf(draft.manoeuvres)),
        title: '',
        kind: 'bay-park',
        limits: [],
      })}
    >
      {(manoeuvre, own) => (
        <>
          <FieldGrid>
            <ShortLine path={[...own, 'title']} label="Title" />
            <Find path={[...own, 'kind']} label="Kind" options={options.kindOptions(draft)} />
            <IdLine path={own} known={idsOf(base.manoeuvres)} />
            <Several
              path={[...own, 'sides']}
              label="Sides, each to be done"
              optional
              options={[
                { value: 'left', label: 'left' },
                { value: 'right', label: 'right' },
              ]}
            />
            <Choice
              path={[...own, 'clock', 'starts']}
              label="The clock starts by"
              options={options.triggerOptions(draft)}
            />
            {manoeuvre.clock ? (
              <>
                <NumberLine path={[...own, 'clock', 'seconds']} label="Seconds, as a guide" />
                <NumberLine
                  path={[...own, 'clock', 'retestExtraSeconds']}
                  label="Seconds more on a re-test"
                />
              </>
            ) : null}
          </FieldGrid>
          {manoeuvre.clock ? <TakeAway path={[...own, 'clock']}>Remove the clock</TakeAway> : null}
          <SubTitle>Limits of this manoeuvre</SubTitle>
          <LimitList path={[...own, 'limits']} />
        </>
      )}
    </EntryList>
  );
}

function Measures() {
  const { draft, base } = useEditor();
  return (
    <EntryList<Standard['measures'][number]>
      path={['measures']}
      noun="measure"
      titleOf={({ label }) => label}
      moreOf={({ unit, combine }) =>
        [unit, combine === 'max' ? 'the greatest reading counts' : 'readings are added up']
          .filter((text) => text !== '')
          .join(', ')
      }
      blank={() => ({
        id: freeId('measure', idsOf(draft.measures)),
        label: '',
        unit: '',
        combine: 'max',
      })}
    >
      {(_measure, own) => (
        <FieldGrid>
          <ShortLine path={[...own, 'label']} label="What is measured" />
          <ShortLine path={[...own, 'unit']} label="Unit" help="Such as cm; empty for a count" />
          <Choice
            path={[...own, 'combine']}
            label="Several readings"
            options={[
              { value: 'max', label: 'the greatest counts' },
              { value: 'sum', label: 'are added up' },
            ]}
          />
          <IdLine path={own} known={idsOf(base.measures)} />
        </FieldGrid>
      )}
    </EntryList>
  );
}

function Questions() {
  const { draft, change } = useEditor();
  if (!draft.questions) {
    const [first] = draft.sections[0]?.items ?? [];
    return (
      <Box>
        <Typography sx={{ mb: 1.5 }}>This standard asks no vehicle safety questions.</Typography>
        <Button
          variant="outlined"
          onClick={() =>
            change(['questions', 'add'], (before) =>
              withValue(before, ['questions'], {
                explain: 1,
                demonstrate: 1,
                retries: 1,
                item: { explain: first?.id ?? '', demonstrate: first?.id ?? '' },
                severity: first?.severities[0] ?? '',
              }),
            )
          }
        >
          Ask questions
        </Button>
      </Box>
    );
  }
  return (
    <>
      <FieldGrid least={240}>
        <NumberLine path={['questions', 'explain']} label="Explained before moving off" />
        <NumberLine path={['questions', 'demonstrate']} label="Shown on the move" />
        <NumberLine path={['questions', 'retries']} label="Tries after a wrong answer" />
        <Choice
          path={['questions', 'severity']}
          label="A wrong answer is a"
          options={options.severityOptions(draft)}
        />
        <Find
          path={['questions', 'item', 'explain']}
          label="A wrong explanation marks"
          options={options.itemOptions(draft)}
        />
        <Find
          path={['questions', 'item', 'demonstrate']}
          label="A wrong demonstration marks"
          options={options.itemOptions(draft)}
        />
      </FieldGrid>
      <TakeAway path={['questions']}>Remove the questions</TakeAway>
    </>
  );
}

function Checks() {
  const { draft, base } = useEditor();
  return (
    <EntryList<Standard['checks'][number]>
      path={['checks']}
      noun="check"
      titleOf={({ title }) => title}
      moreOf={({ at }) => (at ? `at ${at.metres} m` : null)}
      blank={() => ({
        id: freeId('check', idsOf(draft.checks)),
        title: '',
        item: draft.sections[0]?.items[0]?.id ?? '',
        severity: draft.severities[0]?.id ?? '',
      })}
    >
      {(_check, own) => (
        <FieldGrid least={240}>
          <TextLine path={[...own, 'title']} label="What is checked before the drive" />
          <Find path={[...own, 'item']} label="When wrong, it marks" options={options.itemOptions(draft)} />
          <Choice path={[...own, 'severity']} label="as a" options={options.severityOptions(draft)} />
          <NumberLine path={[...own, 'at', 'metres']} label="Distance, metres" help="Empty: none" />
          <IdLine path={own} known={idsOf(base.checks)} />
        </FieldGrid>
      )}
    </EntryList>
  );
}

function DrivePlan() {
  const { draft } = useEditor();
  return (
    <>
      <FieldGrid least={240}>
        <NumberLine path={['drive', 'minutes']} label="Minutes of driving" />
        <NumberLine path={['drive', 'independentMinutes']} label="Of these independent, minutes" />
        <NumberLine
          path={['drive', 'deviceShare']}
          label="Share of tests with a device"
          help="0.8: four of five follow a device, one follows signs"
        />
        <NumberLine path={['drive', 'pullUps']} label="Pull-ups" />
        <NumberLine
          path={['drive', 'emergencyStopShare']}
          label="Emergency stop, share of tests"
          help="0.33: one test of three"
        />
        <NumberLine
          path={['drive', 'leastShare']}
          label="Least share of the minutes for a verdict"
          help="0.75 unless you say otherwise: a mock with less is incomplete"
        />
        <NumberLine path={['drive', 'manoeuvres', 'draw']} label="Manoeuvres drawn" />
        <Several
          path={['drive', 'manoeuvres', 'from']}
          label="Drawn from"
          options={options.manoeuvreOrKindOptions(draft)}
        />
      </FieldGrid>
      {draft.drive?.manoeuvres ? <TakeAway path={['drive', 'manoeuvres']}>Remove the draw</TakeAway> : null}
      {draft.drive ? <TakeAway path={['drive']}>Remove the drive plan</TakeAway> : null}
    </>
  );
}

function Disagreements() {
  const { draft, base, change } = useEditor();
  return (
    <EntryList<Variant>
      path={['variants']}
      noun="disagreement"
      empty="Nothing here that schools handle differently."
      titleOf={({ title }) => title}
      moreOf={(variant) => `${heldValue(draft, variant)} is in force`}
      blank={() => ({
        id: freeId('variant', idsOf(draft.variants)),
        title: '',
        at: `limits.${draft.limits[0]?.id ?? ''}.max`,
        default: draft.limits[0]?.max ?? 0,
        other: draft.limits[0]?.max ?? 0,
        because: '',
      })}
    >
      {(variant, own) => (
        <>
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }} role="group" aria-label="Value in force">
            {[variant.default, variant.other].map((value, n) => (
              <Button
                key={n}
                variant={heldValue(draft, variant) === value ? 'contained' : 'outlined'}
                aria-pressed={heldValue(draft, variant) === value}
                onClick={() =>
                  change([...own, 'switch', value], (before) => withVariant(before, variant, value))
                }
              >
                {value}
              </Button>
            ))}
          </Box>
          <FieldGrid least={220}>
            <TextLine path={[...own, 'title']} label="What schools handle differently" />
            <ShortLine path={[...own, 'at']} label="Where it stands" help="Such as limits.speed.max" />
            <NumberLine path={[...own, 'default']} label="Default" />
            <NumberLine path={[...own, 'other']} label="Other value" />
            <IdLine path={own} known={idsOf(base.variants)} />
            <TextLine path={[...own, 'because']} label="Why the default is the default" />
          </FieldGrid>
        </>
      )}
    </EntryList>
  );
}

function Sources() {
  return (
    <EntryList<Standard['basis'][number]>
      path={['basis']}
      noun="source"
      titleOf={({ note }) => note}
      moreOf={({ of }) => of.replaceAll('.', ', ')}
      blank={() => ({ of: '', kind: 'ours', note: '' })}
    >
      {(_source, own) => (
        <FieldGrid least={220}>
          <TextLine path={[...own, 'note']} label="Where the value comes from, in one sentence" />
          <ShortLine path={[...own, 'of']} label="Which value" help="Such as limits.ceiling" />
          <Choice
            path={[...own, 'kind']}
            label="How sure"
            options={[
              { value: 'published', label: 'published' },
              { value: 'practice', label: 'common practice' },
              { value: 'memory', label: 'from memory' },
              { value: 'ours', label: 'our choice' },
            ]}
          />
        </FieldGrid>
      )}
    </EntryList>
  );
}

function TakeAway({ path, children }: { readonly path: Path; readonly children: string }) {
  const { change } = useEditor();
  return (
    <Box sx={{ mt: 1 }}>
      <Button
        color="inherit"
        onClick={() => change([...path, 'remove'], (before) => withValue(before, path, undefined))}
      >
        {children}
      </Button>
    </Box>
  );
}

function SubTitle({ children, more }: { readonly children: ReactNode; readonly more?: string }) {
  return (
    <Box sx={{ mt: 3, mb: 1 }}>
      <Typography variant="h3">{children}</Typography>
      {more ? (
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {more}
        </Typography>
      ) : null}
    </Box>
  );
}

/** The form of each part of a standard. */
export const partForms: Readonly<Record<StandardPart, () => ReactNode>> = {
  About,
  'What passes': WhatPasses,
  Severities,
  'Sections and items': Sections,
  Manoeuvres,
  Measures,
  Questions,
  Checks,
  'Drive plan': DrivePlan,
  'Choices between schools': Disagreements,
  'Worked examples': Examples,
  Sources,
};
