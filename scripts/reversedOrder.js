import TestSequencer from '@jest/test-sequencer';

const Sequencer = TestSequencer.default ?? TestSequencer;

/** Test files from the end of the alphabet, to see that none leans on another. */
export default class ReversedOrder extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => (a.path < b.path ? 1 : -1));
  }
}
