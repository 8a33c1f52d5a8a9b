import Link from 'next/link';

const PAGES = [
  ['/cohorts', 'Tanks'],
  ['/cohorts/arrivals', 'Arrivals'],
  ['/cohorts/feed', 'Feed'],
  ['/cohorts/temperature', 'Temperature'],
  ['/cohorts/margin', 'Life support'],
  ['/cohorts/planner', 'Stocking planner'],
  ['/cohorts/loss', 'After a loss'],
  ['/cohorts/species', 'Species'],
] as const;

/** The rooms of the Cohorts station. */
export function CohortsNav({ here, suffix }: { here: string; suffix: string }) {
  return (
    <nav aria-label="Cohorts" className="rooms">
      {PAGES.map(([path, name]) => (
        <Link key={path} href={path + suffix} prefetch={false} aria-current={path === here ? 'page' : undefined}>
          {name}
        </Link>
      ))}
    </nav>
  );
}
