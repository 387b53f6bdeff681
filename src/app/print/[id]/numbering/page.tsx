import { Frame } from '@/ui/kit/Frame';
import { NumberingView } from '@/ui/drawer/NumberingView';

export default function Page() {
  return (
    <Frame view="numbering">
      <NumberingView />
    </Frame>
  );
}
