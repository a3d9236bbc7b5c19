import { Empty } from '@/ui';
export const PrintView = () => <Empty title="Print" />;
