import { say } from '../../../../core/words/words';
import { CustomersRoom } from '../../../../features/farm/CustomersRoom';
import { customersPage } from '../../../../features/farm/queries';

export const generateMetadata = () => ({ title: say`Customers` });

export default async function Page() {
  return <CustomersRoom page={await customersPage()} />;
}
