import { say } from '../../../../core/words/words';
import { temperaturePage } from '../../../../features/cohorts/temperature/temperatureQuery';
import { TemperatureStation } from '../../../../features/cohorts/temperature/TemperatureStation';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Temperature` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <TemperatureStation page={await temperaturePage(searchParams)} />;
}
