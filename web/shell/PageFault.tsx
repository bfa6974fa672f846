import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { RequestFault } from '../api/request.ts';
import classes from './Lost.module.css';

/** True where nobody answered: the server is away. */
export const isAway = (error: Error) => error instanceof RequestFault && error.status === 0;

/** A page whose record could not be had, with the reason and a way on. */
export function PageFault({ error }: { error: Error }) {
  const away = isAway(error);
  return (
    <div className={classes.lost} role="alert">
      <h1>{away ? 'Not known yet in this browser' : 'This cannot be shown'}</h1>
      <p>
        {away
          ? 'The server is away, and what this page shows was not asked for before. It opens by itself once the server is back.'
          : error.message}
      </p>
      <Button component={Link} to="/" variant="default">
        To the bench
      </Button>
    </div>
  );
}
