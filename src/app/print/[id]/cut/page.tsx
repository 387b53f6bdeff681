import { Frame } from '@/ui/kit/Frame';
import { CutView } from '@/ui/bench/CutView';

export default function Page() {
  return (
    <Frame view="cut">
      <CutView />
    </Frame>
  );
}
