import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import type { Lab } from '#contract/lab-records.ts';
import { protocolsFor, savedDraft } from '#core/catalogue/protocol.ts';
import { nameStackBasis } from '#core/figures/basis.ts';
import { useChange, useLab } from '../api/queries.ts';
import { useUnits } from '../shell/units.ts';
import classes from './LabPage.module.css';

/** Protocols that ship and are not in this lab: of a use, or of a later version of Emvex. */
function MissingProtocols({ lab }: { lab: Lab }) {
  const save = useChange('saveProtocol');
  const owned = lab.instruments.filter((one) => !one.retired).map(({ kind }) => kind);
  const named = new Set(lab.protocols.map(({ name }) => name));
  const missing = protocolsFor(owned).filter(({ name }) => !named.has(name));
  if (missing.length === 0) return null;
  return (
    <>
      <h2>Ship with Emvex, not in this lab</h2>
      <ul className={classes.list}>
        {missing.map((draft) => (
          <li key={draft.name}>
            {draft.name}{' '}
            <Button
              size="compact-xs"
              variant="default"
              aria-label={`Add ${draft.name}`}
              onClick={() => save.mutate({ body: savedDraft(draft, newId()) })}
            >
              Add
            </Button>
            <span className="soft"> {draft.stations.length} stations</span>
          </li>
        ))}
      </ul>
      {save.isError && (
        <p role="alert" className="look-here">
          {save.error.message}
        </p>
      )}
    </>
  );
}

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
      <MissingProtocols lab={lab.data} />
    </section>
  );
}
