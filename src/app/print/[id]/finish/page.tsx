import { Frame } from '@/ui/kit/Frame';
import { FinishView } from '@/ui/desk/finish/FinishView';

export default function Page() {
  return (
    <Frame view="finish">
      <FinishView />
    </Frame>
  );
}
