import { Empty } from '@/ui';
export const PlanView = () => <Empty title="Plan" />;
