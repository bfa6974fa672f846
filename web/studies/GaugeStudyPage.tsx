import { useParams } from 'react-router';
import { PageFault } from '../shell/PageFault.tsx';
import { TableLinks } from '../shell/TableLinks.tsx';
import { GaugeAnalysis } from './GaugeAnalysis.tsx';
import { GaugeRun } from './GaugeRun.tsx';
import { useGaugeStudy } from './studies.ts';

/** One gauge study: run turn by turn, then analysed. */
export function GaugeStudyPage() {
  const { id = '' } = useParams();
  const study = useGaugeStudy(id);
  if (study.isError && !study.data) return <PageFault error={study.error} />;
  if (!study.data) return null;
  return study.data.readings === null ? (
    <GaugeRun key={study.data.id} study={study.data} />
  ) : (
    <>
      <GaugeAnalysis key={study.data.id} study={study.data} readings={study.data.readings} />
      <TableLinks of="gauge-study" query={{ id }} />
    </>
  );
}
