import { Frame } from '@/ui/kit/Frame';
import { DaysView } from '@/ui/desk/days/DaysView';

export default function Page() {
  return (
    <Frame view="days">
      <DaysView />
    </Frame>
  );
}
