import { Link } from 'react-router';
import type { Entity } from '#core/record/definitions';
import { usePerson } from '../api/commands';
import { writeLocal } from '../api/device';
import { Choice } from './choice';

/** Who works here now: what is marked is marked by them. */
export function Who({ kit }: { kit: Entity<'kit'> }) {
  const person = usePerson(kit);
  const people = kit.definition.people;
  if (people.length === 0)
    return (
      <Link to={`/kits/${kit.id}`} className="label underline">
        Who works here?
      </Link>
    );
  return (
    <Choice
      label="Who"
      value={person}
      options={people.map((p) => ({ value: p.id, text: p.initials }))}
      onChoose={(id) => writeLocal('person', id)}
    />
  );
}
