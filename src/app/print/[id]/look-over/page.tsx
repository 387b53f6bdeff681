import { Frame } from '@/ui/kit/Frame';
import { LookOverView } from '@/ui/drawer/look/LookOverView';

export default function Page() {
  return (
    <Frame view="look-over">
      <LookOverView />
    </Frame>
  );
}
