import { Empty } from '@/ui';
export const KitView = () => <Empty title="Kit" />;
