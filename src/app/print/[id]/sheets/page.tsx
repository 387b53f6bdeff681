import { Frame } from '@/ui/kit/Frame';
import { SheetsView } from '@/ui/desk/SheetsView';

export default function Page() {
  return (
    <Frame view="sheets">
      <SheetsView />
    </Frame>
  );
}
