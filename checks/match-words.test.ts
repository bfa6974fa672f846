import { describe, expect, it } from 'vitest';
import { MATCH_FEATURES } from '#core/catalogue/match-feature-ids.ts';
import type { Felt } from '#core/catalogue/match-look.ts';
import type { FeatureJudgement } from '#core/match/match.ts';
import { inferCauses } from '#core/match/match-causes.ts';
import type { MatchSights } from '#core/match/match-pattern.ts';
import { judgeMatch } from '#core/match/match-verdict.ts';
import {
  feltWords,
  matchEvidence,
  matchFault,
  matchSentence,
  seenFault,
} from '#core/wording/match-sentences.ts';
import {
  ALIKE,
  ASKEW,
  checkOf,
  type Features,
  judgementsOf,
  ODD,
  written,
} from './match-judgements.ts';

describe('the verdict', () => {
  const verdictOf = (features: Features, sights: MatchSights = {}) =>
    checkOf(features, sights).verdict;
  it('is matched where all that was asked for is within', () => {
    expect(verdictOf({})).toMatchObject({ answer: 'matched', advice: 'keep' });
  });
  it.each(['cannot tell', 'not taken'] as const)(
    'one feature that is %s leaves it open',
    (word) => {
      const verdict = verdictOf({ mass: word });
      expect(verdict).toMatchObject({ answer: 'cannot tell', advice: 'go on' });
      expect(verdict.unknown).toEqual([
        { rule: 'match/tolerance', subject: 'mass', how: 'measure' },
      ]);
      expect(matchSentence(verdict)).toBe('No difference so far. Still to decide: mass.');
    },
  );
  it('a feature that was not asked for does not', () => {
    const judgements = judgementsOf({ ...ALIKE, mass: 'not taken' });
    expect(judgeMatch({ judgements }, [], ['footbed-length']).answer).toBe('matched');
    expect(judgeMatch({ judgements }, []).answer).toBe('matched');
  });
  it('one that is out decides, whatever is open; a shoe is kept with a note where no cause says return', () => {
    expect(verdictOf({ mass: 'not taken', 'outsole-hardness': 'out' })).toMatchObject({
      answer: 'out',
      advice: 'keep and note',
    });
    expect(verdictOf({ 'sole-plane': 'out', 'outsole-hardness': 'out' }).advice).toBe('return');
  });
  it.each([
    [{ level: { state: 'fault', side: 'right' } }, 'not taken', 'out'],
    [{ level: { state: 'sound' } }, 'not taken', 'cannot tell'],
    [{ level: { state: 'cannot tell' } }, 'not taken', 'cannot tell'],
  ] as const)('a shoe seen to be %j on the table is %s by eye: %s', (byEye, plane, word) => {
    const judgements = judgementsOf({ ...ALIKE, 'sole-plane': plane });
    const evidence = { judgements, byEye };
    expect(judgeMatch(evidence, inferCauses(evidence), ['sole-plane']).answer).toBe(word);
  });
  it('says what the wearer felt, and that it is not in the figures', () => {
    const felt = { shoe: 'both', where: 'the heel', since: 'March' } as const;
    const feltOf = (felt: Felt) => feltWords(verdictOf({}, { felt }).felt);
    expect(feltOf(felt)).toBe('both shoes, the heel, since March');
    expect(matchSentence(verdictOf({}, { felt }))).toMatch(/See a clinician about pain/);
    expect(feltOf({ shoe: 'left', where: '', since: '' })).toBe('the left shoe');
    expect(feltOf({ shoe: '', where: '', since: 'March' })).toBeUndefined();
  });
  it('nothing taken is nothing told', () => {
    const none = Object.fromEntries(MATCH_FEATURES.map((id) => [id, 'not taken'])) as Features;
    const judgements = judgementsOf(none);
    const verdict = judgeMatch({ judgements }, [], []);
    expect(verdict.answer).toBe('cannot tell');
    expect(matchSentence(verdict)).toBe('Nothing has been measured yet.');
  });
});

describe('what is said of a check', () => {
  const near: Partial<FeatureJudgement> = { verdict: 'cannot tell', difference: 2.9, U: 0.4 };
  it('names each feature with its difference, and which shoe is larger', () => {
    const [cause] = checkOf({
      'toe-tip-height': { verdict: 'out', difference: -5, U: 0.4 },
      'collar-medial': { ...near, difference: 2.9 },
      'heel-seam': 'not taken',
    }).causes;
    expect(cause).toMatchObject({
      id: 'toe-spring',
      confidence: 'likely',
    });
    expect(written(cause)).toMatchObject({
      evidenceFor: [
        'Toe-tip height: right 5.0 mm smaller',
        'Collar height, lateral agrees',
        'Footbed length agrees',
      ],
      unknown: [
        'Collar height, medial: right 2.9 mm larger, near the tolerance',
        'Heel seam off centre not measured',
      ],
    });
  });
  it('names what stands off zero with its shoe', () => {
    const [cause] = checkOf({
      'sole-plane': { verdict: 'out', difference: 3, shoes: { left: 'within', right: 'out' } },
    }).causes;
    expect(written(cause)?.evidenceFor).toContain(
      'Sole plane: off by 3.0° on the right'.replace('3.0°', '3.0 °'),
    );
    expect(written(cause)?.evidenceFor).toContain(
      'Heel seam off centre: within tolerance on both shoes',
    );
    const [both] = checkOf({
      'sole-plane': { verdict: 'out', difference: 3, shoes: { left: 'out', right: 'out' } },
    }).causes;
    expect(written(both)?.evidenceFor.join()).toMatch(/off by 3\.0 ° on both shoes/);
    const [open] = checkOf({
      'toe-tip-height': 'out',
      'heel-seam': { verdict: 'cannot tell', shoes: { left: 'within', right: 'cannot tell' } },
    }).causes;
    expect(written(open)?.unknown).toEqual(['Heel seam off centre: too near the tolerance to say']);
  });
  it('names a feature as the bench named it', () => {
    const evidence = {
      judgements: judgementsOf({ 'outsole-small': 'out' }),
      names: { 'outsole-small': 'front lug' },
    };
    expect(written(inferCauses(evidence)[0])?.evidenceFor[0]).toMatch(
      /^front lug: right 9\.0 mm larger/,
    );
  });
  it('takes what was seen where nothing was measured, with its shoe', () => {
    const judgements = judgementsOf({
      ...ALIKE,
      'heel-seam': 'not taken',
      'collar-medial': ASKEW['collar-medial'],
      'toe-tip-height': 'out',
    });
    const seen = (byEye: MatchSights['byEye']) =>
      inferCauses({ judgements, ...(byEye ? { byEye } : {}) }).find(
        ({ id }) => id === 'upper-askew',
      );
    const fault = seen({ seam: { state: 'fault', side: 'left' } });
    expect(fault).toMatchObject({ atFault: 'left' });
    expect(written(fault)?.atFaultWhy).toMatch(/heel seam off centre, seen on the left/);
    expect(written(fault)?.evidenceFor.join()).toMatch(/, seen on the left/);
    expect(written(seen({ seam: { state: 'fault', side: 'both' } }))?.atFaultWhy).toMatch(
      /seen on both/,
    );
    expect(written(seen({ seam: { state: 'cannot tell' } }))?.unknown).toContain(
      'Heel seam off centre not measured',
    );
    expect(written(seen({ seam: { state: 'sound' } }))?.evidenceAgainst.join()).toMatch(/, seen/);
    // A measurement goes before a look.
    const taken = inferCauses({
      judgements: judgementsOf({ ...ALIKE, ...ASKEW }),
      byEye: { seam: { state: 'sound' } },
    }).find(({ id }) => id === 'upper-askew');
    expect(written(taken)?.evidenceAgainst).toEqual([]);
  });
  it.each([
    [{ 'sole-plane': 'out' }, 'Heel or shank set twisted'],
    [{ 'sole-plane': 'out', 'footbed-length': 'not taken' }, 'Heel or shank set twisted, probably'],
    [{ 'sole-plane': 'out', 'collar-lateral': ODD }, 'Heel or shank set twisted, possibly'],
  ] as [Features, string][])('%j is %s', (features, fault) => {
    const { verdict } = checkOf(features);
    expect(verdict.fault && matchFault(verdict.fault)).toBe(fault);
    expect(matchSentence(verdict)).toBe(`${fault}.`);
  });
  it('a pattern of no known cause names what is out', () => {
    const { verdict } = checkOf({ 'collar-lateral': ODD, 'footbed-ball-width': 'within' });
    expect(matchSentence(verdict)).toBe(
      'Collar height, lateral out of tolerance; the pattern fits no known cause.',
    );
    expect(verdict.evidenceFor).toMatchObject([{ subject: 'collar-lateral' }]);
    expect(matchEvidence(verdict)).toMatch(
      /^Collar height, lateral is out of tolerance; .*Mass agrees/,
    );
    expect(checkOf({}).verdict.evidenceAgainst).toEqual([]);
    expect(matchEvidence(checkOf({}).verdict)).toMatch(/Mass agrees/);
  });
  it('a box that says another size than either shoe is seen, one that says the same is not', () => {
    const uk = (size: number) => ({ system: 'uk' as const, size });
    const seen = (labels: MatchSights['labels']) =>
      checkOf({}, labels ? { labels } : {}).verdict.seen.map(seenFault);
    expect(seen({ box: uk(9), left: uk(8), right: uk(9) })).toEqual([
      'the box says UK 9, the shoes do not',
    ]);
    expect(seen({ box: uk(9), left: uk(9), right: uk(9) })).toEqual([]);
    expect(seen({ box: uk(9) })).toEqual([]);
  });
  it('only what is a fault by eye is seen, with shoe and note', () => {
    const { verdict } = checkOf(
      {},
      {
        byEye: {
          glue: { state: 'fault', side: 'left', note: 'toe' },
          level: { state: 'sound' },
          seam: { state: 'cannot tell' },
        },
      },
    );
    expect(verdict.seen).toHaveLength(1);
    expect(verdict.seen.map(seenFault)[0]).toMatch(/\(left\), toe$/);
    expect(verdict.advice).toBe('keep and note');
  });
  it('a shoe that is seen to rock is out only with a cause', () => {
    const judgements = judgementsOf({ ...ALIKE });
    const evidence = { judgements, byEye: { level: { state: 'fault', side: 'left' } } } as const;
    expect(judgeMatch(evidence, [], []).answer).toBe('matched');
    const glue = { judgements, byEye: { glue: { state: 'fault' } } } as const;
    expect(judgeMatch(glue, inferCauses(evidence), []).answer).toBe('matched');
  });
});
