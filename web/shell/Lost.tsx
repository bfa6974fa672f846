import { Button } from '@mantine/core';
import { Link } from 'react-router';
import classes from './Lost.module.css';

/** An address that leads nowhere. The steps stay around it. */
export function UnknownAddress() {
  return (
    <div className={classes.lost}>
      <h1>There is nothing at this address</h1>
      <p>It may have been typed wrong, or the pair or sheet it names has another tag.</p>
      <Button component={Link} to="/" variant="default">
        To the bench
      </Button>
    </div>
  );
}

/** A page that could not be opened: its own code failed, or could not be fetched. */
export function FailedPage() {
  return (
    <div className={classes.lost} role="alert">
      <h1>This page could not be opened</h1>
      <p>
        Its program is not in this browser and could not be fetched, or it failed. What was typed is
        kept in the browser.
      </p>
      <Button onClick={() => window.location.reload()}>Try again</Button>{' '}
      <Button component={Link} to="/" variant="default" reloadDocument>
        To the bench
      </Button>
    </div>
  );
}
