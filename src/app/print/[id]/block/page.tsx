import { Frame } from '@/ui/kit/Frame';
import { BlockView } from '@/ui/desk/BlockView';

export default function Page() {
  return <Frame view="block"><BlockView /></Frame>;
}
