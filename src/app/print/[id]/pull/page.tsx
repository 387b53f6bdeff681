import { Frame } from '@/ui/kit/Frame';
import { PullView } from '@/ui/bench/PullView';

export default function Page() {
  return (
    <Frame view="pull">
      <PullView />
    </Frame>
  );
}
