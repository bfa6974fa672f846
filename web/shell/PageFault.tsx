import { Button } from '@mantine/core';
import { Link } from 'react-router';

/** A page whose record could not be had, with the reason and a way on. */
export function PageFault({ error }: { error: Error }) {
  return (
    <div style={{ padding: '40px 32px', maxWidth: 560 }} role="alert">
      <h1>This cannot be shown</h1>
      <p style={{ margin: '10px 0 18px' }}>{error.message}</p>
      <Button component={Link} to="/" variant="default">
        To the bench
      </Button>
    </div>
  );
}
