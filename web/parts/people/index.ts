export { LearnerPicker, type Picked } from './LearnerPicker';
export { LearnerRow } from './LearnerRow';
export { useEverybody } from './useEverybody';
export { useLearnersFound } from './useLearnersFound';
export { NewLearnerDialog } from './NewLearnerDialog';
export { NAME_PROBLEM, NameField } from './NameField';
export { roleTitles, roleWords } from './roleWords';
export { OnlyOwners } from './OnlyOwners';
export { IfMay } from './IfMay';
