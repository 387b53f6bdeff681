import { Frame } from '@/ui/kit/Frame';
import { BlockView } from '@/ui/desk/block/BlockView';

export default function Page() {
  return (
    <Frame view="block">
      <BlockView />
    </Frame>
  );
}
