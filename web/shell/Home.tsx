import { Button } from '@mantine/core';
import { Link, Navigate, useNavigate } from 'react-router';
import { usePairRow, usePairs } from '../api/queries.ts';
import { useBenchTag } from './bench.ts';
import { opensPairsAt } from './steps.ts';

/** The way in: the pair last on the bench, else the first in the tray, else the first action. */
export function Home() {
  const pairs = usePairs('table');
  const kept = useBenchTag();
  const navigate = useNavigate();
  const onBench = usePairRow(kept);
  if (!pairs.data || onBench.isLoading) return null;
  const rows = pairs.data.pages[0]?.rows ?? [];
  const row =
    onBench.data ??
    rows.find((pair) => pair.readings > 0 && pair.stationsDone < pair.stations) ??
    rows[0];
  if (row) return <Navigate to={`/pairs/${row.tag}/${opensPairsAt('/')}`} replace />;
  return (
    <div style={{ padding: '48px 32px', maxWidth: 560 }}>
      <h1>The bench is empty</h1>
      <p style={{ margin: '10px 0 18px' }}>
        Receive a pair: its maker, model and label, how it came, and what is claimed of it. Then
        measure it, read its sheet, and compare it with others.
      </p>
      <Button onClick={() => navigate('/receive')}>Receive a pair</Button>
      <p style={{ marginTop: 18 }}>
        New at a bench? <Link to="/guide/practice">Ten minutes of practice</Link> on simulated
        shoes.
      </p>
    </div>
  );
}
