import { Frame } from '@/ui/kit/Frame';
import { RecordView } from '@/ui/drawer/record/RecordView';

export default function Page() {
  return (
    <Frame view="record">
      <RecordView />
    </Frame>
  );
}
