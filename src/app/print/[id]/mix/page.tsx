import { Frame } from '@/ui/kit/Frame';
import { MixView } from '@/ui/bench/mix/MixView';

export default function Page() {
  return (
    <Frame view="mix">
      <MixView />
    </Frame>
  );
}
