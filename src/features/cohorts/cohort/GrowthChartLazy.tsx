'use client';
import dynamic from 'next/dynamic';
import { Text } from '../../../ui/kit/kit';

export const GrowthChartLazy = dynamic(() => import('./GrowthChart').then((m) => m.GrowthChart), {
  ssr: false,
  loading: () => (
    <Text as="div" quiet style={{ height: 300 }}>
      Drawing the growth…
    </Text>
  ),
});
