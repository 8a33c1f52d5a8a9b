import { say } from '../../../../core/words/words';
import { ProductsRoom } from '../../../../features/farm/ProductsRoom';
import { productsPage } from '../../../../features/farm/queries';

export const generateMetadata = () => ({ title: say`Products and prices` });

export default async function Page() {
  return <ProductsRoom page={await productsPage()} />;
}
