import { Menu } from '@mantine/core';
import { useNavigate } from 'react-router';
import { usePerson } from '../api/person.ts';
import { useLab } from '../api/queries.ts';
import { ArrivedMenu } from './ArrivedMenu.tsx';
import { PersonButton } from './MenuButtons.tsx';
import classes from './StepBar.module.css';

/** Who is at the bench: chosen once, and named in every change from then on. */
export function PersonMenu() {
  const [person, setPerson] = usePerson();
  const lab = useLab();
  const navigate = useNavigate();
  const people = lab.data?.people ?? [];
  return (
    <ArrivedMenu button={PersonButton} width={190} transitionProps={{ duration: 0 }}>
      <Menu.Label>At the bench</Menu.Label>
      {people.map(({ id, code, role }) => (
        <Menu.Item
          key={id}
          aria-current={code === person}
          className={classes.unit}
          onClick={() => setPerson(code)}
        >
          {code} <span className="soft">{role === 'tester' ? 'tester' : ''}</span>
        </Menu.Item>
      ))}
      {person && <Menu.Item onClick={() => setPerson('')}>Nobody</Menu.Item>}
      <Menu.Divider />
      <Menu.Item onClick={() => navigate('/lab/people')}>Add a person…</Menu.Item>
    </ArrivedMenu>
  );
}
