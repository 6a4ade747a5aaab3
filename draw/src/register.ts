import {
  BarController,
  BarElement,
  BubbleController,
  CategoryScale,
  type Chart,
  ArcElement,
  DoughnutController,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { MatrixController, MatrixElement } from 'chartjs-chart-matrix';

/** Makes Chart.js know all that pictures are made of. */
export function register({ register: known }: Pick<typeof Chart, 'register'>): void {
  known(
    ...[ArcElement, BarController, BarElement, BubbleController, CategoryScale, DoughnutController, Legend, LinearScale],
    ...[LineController, LineElement, MatrixController, MatrixElement, PointElement, Tooltip],
  );
}
