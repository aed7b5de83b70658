export { useAction, useActionsOnScreen, type KeyAction } from './useAction';
