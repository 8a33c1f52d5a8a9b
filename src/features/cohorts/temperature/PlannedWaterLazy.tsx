'use client';
import dynamic from 'next/dynamic';
import { Text } from '../../../ui/kit/kit';

export const PlannedWaterLazy = dynamic(() => import('./PlannedWater').then((m) => m.PlannedWater), {
  ssr: false,
  loading: () => (
    <Text as="div" quiet style={{ height: 240 }}>
      Drawing the water…
    </Text>
  ),
});
