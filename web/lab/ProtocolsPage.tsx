import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { nameStackBasis } from '#core/figures/basis.ts';
import { useLab } from '../api/queries.ts';
import { useUnits } from '../shell/units.ts';
import classes from './LabPage.module.css';

/** All protocols, the newest version of each first; earlier versions stay with their sessions. */
export function ProtocolsPage() {
  const lab = useLab();
  const units = useUnits();
  if (!lab.data) return null;
  const offered = lab.data.protocols.filter((protocol) => !protocol.retired);
  const earlier = (lineId: string) =>
    lab.data.protocols.filter((one) => one.lineId === lineId && one.retired);
  const owned = new Set(lab.data.instruments.filter((one) => !one.retired).map((one) => one.kind));
  return (
    <section>
      <div className={classes.heading}>
        <h2>Protocols</h2>
        <Button component={Link} to="/lab/protocols/new" size="xs">
          New protocol
        </Button>
      </div>
      <ul className={classes.list}>
        {offered.map((protocol) => {
          const lacking = [...new Set(protocol.stations.map((one) => one.tool))].filter(
            (tool) => !owned.has(tool),
          );
          const before = earlier(protocol.lineId);
          return (
            <li key={protocol.id}>
              <Link to={`/lab/protocols/${protocol.id}`}>{protocol.name}</Link>
              <span className="soft">
                {' '}
                version {protocol.version}
                {protocol.used ? ', in use' : ', not used yet'}
                {before.length > 0 &&
                  `; earlier: ${before.map((one) => one.version).join(', ')}, kept with their sessions`}
              </span>
              {' · '}
              <Link to={`/lab/protocols/${protocol.id}/form`}>blank form</Link>
              <br />
              {protocol.stations
                .map(
                  (station) =>
                    `${units.define(station.quantity).short}${station.optional ? ' (optional)' : ''} ×${station.repeats}`,
                )
                .join(', ')}
              . {nameStackBasis(protocol.stack)}.
              {protocol.conditioning && ` Conditioning: ${protocol.conditioning}.`}
              {lacking.length > 0 && (
                <span className="soft"> The lab has no {lacking.join(', ')} yet.</span>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
