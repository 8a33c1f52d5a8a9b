import { Link } from '../shell/visit';
import { say, told } from '../../core/words/words';
import css from './groups.module.css';

interface RoomGroupsProps {
  /** What the rooms are of, for those who hear the page. */
  label: string;
  groups: readonly (readonly [
    name: string,
    rooms: readonly (readonly [path: string, name: string, ...rest: unknown[]])[],
  ])[];
  here: string;
  /** Added to every address, to keep the day. */
  suffix: string;
}

/** The rooms of a station with many, in groups: all are seen on a laptop; on a phone the groups, and the rooms of the one one is in. */
export function RoomGroups({ label, groups, here, suffix }: RoomGroupsProps) {
  return (
    <nav aria-label={label} className={css.groups}>
      {groups.map(([name, rooms]) => {
        const isHere = rooms.some(([path]) => path === here);
        return (
          <div key={name} className={css.group} data-here={isHere || undefined}>
            <span className={css.name}>{told(name)}</span>
            <Link
              href={rooms[0]![0] + suffix}
              className={css.open}
              aria-label={say`${label}: ${told(name)}`}
              aria-current={isHere ? 'true' : undefined}
            >
              {told(name)}
            </Link>
            <ul className={css.rooms}>
              {rooms.map(([path, room]) => (
                <li key={path}>
                  <Link href={path + suffix} className={css.room} aria-current={path === here ? 'page' : undefined}>
                    {told(room)}
                  </Link>
                </li>
              ))}
            </ul>
          </div>
        );
      })}
    </nav>
  );
}
