class Piles {
    public List<Integer> most(int[] cargos, int k) {
        Map<Integer, Integer> seen = new TreeMap<>();
        for (int c : cargos) seen.merge(c, 1, Integer::sum);
        List<List<Integer>> piles = new ArrayList<>();
        for (int i = 0; i <= cargos.length; i++) piles.add(null);
        for (Map.Entry<Integer, Integer> e : seen.entrySet()) {
            if (piles.get(e.getValue()) == null) piles.set(e.getValue(), new ArrayList<>());
            piles.get(e.getValue()).add(e.getKey());
        }
        List<Integer> out = new ArrayList<>();
        for (int i = cargos.length; i > 0 && out.size() < k; i--)
            if (piles.get(i) != null)
                for (int c : piles.get(i)) if (out.size() < k) out.add(c);
        return out;
    }
}
