import { say } from '../../../../core/words/words';
import { weatherPage } from '../../../../features/beds/weather/queries';
import { WeatherRoom } from '../../../../features/beds/weather/WeatherRoom';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Weather ahead` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <WeatherRoom page={await weatherPage(searchParams)} />;
}
