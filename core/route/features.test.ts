import { describe, expect, it } from '@jest/globals';
import { skillOf } from '../standard';
import { featureKindOf, featureKinds } from './features';

describe('kinds of features', () => {
  it.each(featureKinds.map(({ id, skills }) => [id, skills] as const))(
    '%s names known skills once',
    (_, skills) => {
      expect(skills.filter((skill) => !skillOf(skill))).toEqual([]);
      expect(new Set(skills).size).toBe(skills.length);
    },
  );

  it('all but a free note exercise something', () => {
    expect(featureKinds.filter(({ skills }) => skills.length === 0).map(({ id }) => id)).toEqual(['note']);
  });

  it('are found by id', () => {
    expect(featureKindOf('zebra-crossing')?.skills).toContain('crossings');
    expect(featureKindOf('constellation')).toBeUndefined();
  });
});
