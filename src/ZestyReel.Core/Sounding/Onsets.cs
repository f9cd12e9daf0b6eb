namespace ZestyReel.Core.Sounding;

/// <summary>
/// Finds where something begins to be heard, by the flux of energy: how much more of it there is just after a moment than
/// just before, on a scale of ratios, in three bands of pitch (as in Bello and others, A Tutorial on Onset Detection in
/// Music Signals, IEEE Transactions on Speech and Audio Processing 13, 2005, section III).
/// </summary>
/// <param name="rate">Samples a second of what is listened to.</param>
public sealed class Onsets(int rate)
{
    /// <summary>Two do not follow each other sooner, in seconds.</summary>
    public const double Apart = 0.05;

    /// <summary>Most that are told; the strongest ones.</summary>
    public const int Most = 20_000;

    // So long is a step, in seconds; so many steps of each band, low first, are taken before and after a moment.
    private const double Step = 0.0025;
    private static readonly int[] Windows = [16, 8, 8];

    // Where the bands meet, in hertz.
    private const double LowUpTo = 200, MiddleUpTo = 3_000;

    // What is so much weaker than the loudest of its band counts as silence; so weak ones are not told at all.
    private const double Floor = 1e-3, Faint = 0.02;

    // From so many times as much on, as a power of ten, more is no stronger: what begins after silence is not alone.
    private const double Enough = 1.5;

    private readonly int _perStep = Math.Max(1, (int)Math.Round(rate * Step));
    private readonly List<double>[] _energy = [[0], [0], [0]];
    private readonly Edge _low = new(LowUpTo, rate), _middle = new(MiddleUpTo, rate), _upper = new(MiddleUpTo, rate);
    private readonly double[] _now = new double[3];
    private int _inStep;

    /// <summary>Listens on.</summary>
    /// <param name="left">Samples of the left.</param>
    /// <param name="right">As many of the right.</param>
    public void Listen(ReadOnlySpan<float> left, ReadOnlySpan<float> right)
    {
        for (var i = 0; i < left.Length; i++)
        {
            var sample = (left[i] + right[i]) / 2.0;
            var (low, above) = _low.Split(sample);
            var middle = _middle.Split(above).Below;
            var high = _upper.Split(sample).Above;
            _now[0] += low * low;
            _now[1] += middle * middle;
            _now[2] += high * high;
            if (++_inStep == _perStep) EndStep();
        }
    }

    /// <summary>What began, in the order of time.</summary>
    public IReadOnlyList<Onset> Found()
    {
        if (_inStep > 0) EndStep();
        var (flux, strength) = Flux();
        var strongest = strength.DefaultIfEmpty().Max();
        if (strongest < 1e-6) return [];
        var peaks = new List<int>();
        // The last of those that are alike: what is over at once is among what comes after for as long as the window is.
        for (var i = 0; i < flux.Length; i++)
            if (strength[i] > Faint * strongest && (i == 0 || flux[i] >= flux[i - 1]) && (i == flux.Length - 1 || flux[i] > flux[i + 1])) peaks.Add(i);
        var seconds = (double)_perStep / rate;
        int[] alone = [.. Alone(peaks, flux).Take(Most).Order()];
        var most = alone.Select(i => strength[i]).DefaultIfEmpty(1).Max();
        return [.. alone.Select(i => new Onset(i * seconds, strength[i] / most))];
    }

    /// <summary>Of those that stand too close to a stronger one nothing is told; the strongest come first.</summary>
    private IEnumerable<int> Alone(List<int> peaks, double[] flux)
    {
        var apart = (int)Math.Ceiling(Apart * rate / _perStep);
        var taken = new bool[flux.Length];
        foreach (var peak in peaks.OrderByDescending(i => flux[i]).ThenBy(i => i))
        {
            var (from, to) = (Math.Max(0, peak - apart + 1), Math.Min(flux.Length, peak + apart));
            if (taken.AsSpan(from, to - from).Contains(true)) continue;
            taken[peak] = true;
            yield return peak;
        }
    }

    /// <summary>How much more there is after each step than before it, and how strong that is: in one band no more than a limit.</summary>
    private (double[] Flux, double[] Strength) Flux()
    {
        var count = _energy[0].Count - 1;
        double[] flux = new double[count], strength = new double[count];
        for (var band = 0; band < 3; band++)
        {
            var (sums, window) = (_energy[band], Windows[band]);
            double Mean(int from, int to) => (sums[Math.Clamp(to, 0, count)] - sums[Math.Clamp(from, 0, count)]) / window;
            var loudest = 0.0;
            for (var i = 0; i < count; i++) loudest = Math.Max(loudest, Mean(i, i + window));
            if (loudest <= 0) continue;
            var floor = loudest * Floor;
            for (var i = 0; i < count; i++)
            {
                var more = Math.Max(0, Math.Log10((Mean(i, i + window) + floor) / (Mean(i - window, i) + floor)));
                flux[i] += more;
                strength[i] += Math.Min(more, Enough);
            }
        }
        WeighByLoudness(strength);
        // What only rounding tells apart is alike.
        for (var i = 0; i < count; i++) flux[i] = Math.Round(flux[i], 6);
        return (flux, strength);
    }

    /// <summary>What is a hundred times as faint as the loudest, in amplitude, does not count, and what lies between counts by the logarithm.</summary>
    private void WeighByLoudness(double[] strength)
    {
        const int window = 8;
        double After(int i) => _energy.Sum(sums => sums[Math.Min(i + window, sums.Count - 1)] - sums[i]);
        var loudest = strength.Select((_, i) => After(i)).DefaultIfEmpty().Max();
        for (var i = 0; i < strength.Length; i++) strength[i] *= Math.Max(0, 1 + Math.Log10(Math.Max(After(i), double.Epsilon) / loudest) / 4);
    }

    private void EndStep()
    {
        for (var band = 0; band < 3; band++)
        {
            _energy[band].Add(_energy[band][^1] + _now[band] / _perStep);
            _now[band] = 0;
        }
        _inStep = 0;
    }

    /// <summary>Where one band ends and the next begins: two steps of the first order, one after the other, each way.</summary>
    private sealed class Edge(double hertz, int rate)
    {
        private readonly double _share = 1 - Math.Exp(-2 * Math.PI * hertz / rate);
        private double _below, _lower, _rest;

        public (double Below, double Above) Split(double sample)
        {
            _below += _share * (sample - _below);
            _lower += _share * (_below - _lower);
            var above = sample - _below;
            _rest += _share * (above - _rest);
            return (_lower, above - _rest);
        }
    }
}
