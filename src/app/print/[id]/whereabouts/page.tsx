import { Frame } from '@/ui/kit/Frame';
import { WhereaboutsView } from '@/ui/drawer/WhereaboutsView';

export default function Page() {
  return (
    <Frame view="whereabouts">
      <WhereaboutsView />
    </Frame>
  );
}
