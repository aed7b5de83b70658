export { later } from './later';
export { Aside } from './Aside';
export { FindAndSort, useListAsked } from './FindAndSort';
export { ChoiceField } from './ChoiceField';
export { EditorBar } from './EditorBar';
export { EndsAfter } from './EndsAfter';
export { FileButton } from './FileButton';
export { Glyph, GlyphShape, gravityColour } from './Glyph';
export { inField } from './inField';
export { KeyList } from './KeyList';
export { LightSwitch } from './LightSwitch';
export { EmptyNote, ErrorNote, LoadingNote } from './Notes';
export { ListRow } from './ListRow';
export { MoreButton } from './MoreButton';
export { NumberField } from './NumberField';
export { OpeningRow } from './OpeningRow';
export { FlagSign } from './FlagSign';
export { printByDay } from './printByDay';
export { ProblemList } from './ProblemList';
export { ReadOnly } from './ReadOnly';
export { RemoveButton } from './RemoveButton';
export { readText } from './readText';
export { saveFile } from './saveFile';
export { severityWord } from './severityWord';
export { colour, theme } from './theme';
export {
  dayText,
  daysText,
  daysUntil,
  hourText,
  inZone,
  isToday,
  localZone,
  longDayText,
  zonedText,
} from './time';
export { tokens, type Palette } from './tokens';
export { useHistory } from './useHistory';
export { useLight, usePalette, type LightChoice } from './useLight';
export { useSize } from './useSize';
export { useSearchParam } from './useSearchParam';
export { withParam } from './withParam';
export { WideTable } from './WideTable';
export { WindowTitle } from './WindowTitle';
export { Wren } from './Wren';
