export {
  guessColumns,
  guessDates,
  MOST_LEARNERS,
  readRoster,
  readRows,
  rosterFields,
  type Columns,
  type DateOrder,
  type RosterField,
  type RosterRow,
  type RosterTable,
} from './roster';
