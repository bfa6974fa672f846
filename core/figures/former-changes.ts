/** Changes as versions before wrote them, in the words of this one: what waited over an update. */

/** A change as it is sent: the name of its address, what stands in that, and its body. */
export interface SentChange {
  name: string;
  params: Record<string, unknown>;
  body: unknown;
}

type Fields = Record<string, unknown>;

/** A reading of a check had a feature, one of a study no quantity; both their occasion in the address. */
const ofOccasion = ({ params, body }: SentChange): SentChange => {
  const { feature, ...fields } = body as Fields;
  return {
    name: 'recordReading',
    params: {},
    body: { ...fields, occasionId: params.id, ...(feature ? { quantity: feature } : {}) },
  };
};

/** Steps were changed without a reason. */
const NOT_SAID = 'not said';

const FORMER: Record<string, (change: SentChange) => SentChange> = {
  recordReading(change) {
    const { sessionId, ...fields } = change.body as Fields;
    return sessionId === undefined
      ? change
      : { ...change, body: { ...fields, occasionId: sessionId } };
  },
  setNoticeable(change) {
    const fields = change.body as Fields;
    return fields.reason === undefined
      ? { ...change, body: { ...fields, reason: NOT_SAID } }
      : change;
  },
  recordMatchReading: ofOccasion,
  recordStudyReading: ofOccasion,
  voidMatchReading: (change) => ({ ...change, name: 'voidReading' }),
  voidStudyReading: (change) => ({ ...change, name: 'voidReading' }),
};

/**
 * A change in the words of this version; one that is in them already is given back itself.
 * @example translateChange({ name: 'voidMatchReading', params: { id }, body: { reason } }).name // 'voidReading'
 */
export const translateChange = (change: SentChange): SentChange =>
  FORMER[change.name]?.(change) ?? change;
