class Pile {
    public int puddles(int[] planks) {
        Deque<Integer> pile = new ArrayDeque<>();
        int total = 0;
        for (int i = 0; i < planks.length; i++) {
            while (!pile.isEmpty() && planks[i] > planks[pile.peek()]) {
                int low = pile.pop();
                if (pile.isEmpty()) break;
                int wide = i - pile.peek() - 1;
                total += wide * (Math.min(planks[i], planks[pile.peek()]) - planks[low]);
            }
            pile.push(i);
        }
        return total;
    }
}
