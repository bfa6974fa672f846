import { useEffect } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useLab, usePair } from '../api/queries.ts';
import { useDraft } from '../kit/draft.ts';
import { putOnBench } from '../shell/bench.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { Bench } from './Bench.tsx';
import { protocolToUse } from './sitting.ts';

/** Measure: the pair of the address, on the bench with the protocol it goes on by. */
export function MeasurePage() {
  const { tag = '' } = useParams();
  const pair = usePair(tag);
  const lab = useLab();
  const [{ chosen }, choose] = useDraft(`protocol of ${tag}`, { chosen: null as string | null });
  // A check of wear leads here with its protocol.
  const [params, setParams] = useSearchParams();
  useEffect(() => {
    if (pair.data) putOnBench(pair.data.pair.tag);
  }, [pair.data]);
  if (pair.isError && !pair.data) return <PageFault error={pair.error} />;
  if (!pair.data || !lab.data) return null;
  const protocol = protocolToUse(lab.data, pair.data, params.get('protocol') ?? chosen);
  if (!protocol) return null;
  return (
    <Bench
      key={`${pair.data.pair.id} ${protocol.id}`}
      record={pair.data}
      lab={lab.data}
      protocol={protocol}
      onProtocol={(id) => {
        choose({ chosen: id });
        setParams({}, { replace: true });
      }}
    />
  );
}
