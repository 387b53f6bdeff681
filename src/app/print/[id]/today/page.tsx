import { Frame } from '@/ui/kit/Frame';
import { TodayView } from '@/ui/bench/today/TodayView';

export default function Page() {
  return (
    <Frame view="today">
      <TodayView />
    </Frame>
  );
}
