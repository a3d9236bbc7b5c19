import { Empty } from '@/ui';
export const FitView = () => <Empty title="Fit" />;
