import { Link } from 'react-router';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useLabelMatrix } from '../api/fit-queries.ts';
import { LabelMatrix } from '../drawing/LabelMatrix.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { FitLinks } from './FitLinks.tsx';
import classes from './FitPage.module.css';

/** All labels against each other: what to take in one shoe by what fits in another. */
export function MatrixPage() {
  const matrix = useLabelMatrix();
  if (matrix.isError && !matrix.data) return <PageFault error={matrix.error} />;
  if (!matrix.data) return null;
  const { editions, ofAll, label } = matrix.data;
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>From every label to every other</h1>
        <FitLinks />
      </header>
      {editions.length < 2 ? (
        <p>
          Nothing to hold against each other yet. It takes two shoes that a tester knows, two that
          one has tried on, or two whose insides were measured. <Link to="/receive">Receive</Link>
        </p>
      ) : (
        <>
          <p className="soft">
            What to take of the shoe above, from the size that fits in the shoe at the side. Bold is
            sure, a figure with ? is probable, ? alone cannot tell; in brackets what it would be
            over a third shoe, which is not counted. n: testers and lengths that speak. Lengths
            stand at {nameLabel(label)}.
            {ofAll > editions.length &&
              ` The ${editions.length} of ${ofAll} editions of which most is known.`}
          </p>
          <LabelMatrix matrix={matrix.data} />
        </>
      )}
    </div>
  );
}
