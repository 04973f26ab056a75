class PutFirst {
    public List<Integer> coiled(List<Integer> knots) {
        List<Integer> out = new ArrayList<>();
        for (int k : knots) out.add(0, k);
        return out;
    }
}
