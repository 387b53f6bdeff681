import { Frame } from '@/ui/kit/Frame';
import { PictureView } from '@/ui/desk/PictureView';

export default function Page() {
  return (
    <Frame view="picture">
      <PictureView />
    </Frame>
  );
}
