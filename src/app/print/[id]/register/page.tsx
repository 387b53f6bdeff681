import { Frame } from '@/ui/kit/Frame';
import { RegisterView } from '@/ui/desk/register/RegisterView';

export default function Page() {
  return (
    <Frame view="register">
      <RegisterView />
    </Frame>
  );
}
