package app.yarrowmark.workloads;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A report that keeps what it hears. */
public final class Heard implements Report {

    public final Map<String, Measured> measured = new LinkedHashMap<>();
    public final Map<String, Curve> curves = new LinkedHashMap<>();
    public final List<String> remarks = new ArrayList<>();
    public final List<String> setAside = new ArrayList<>();
    /** Rates of the looks at the drive. */
    public final List<Double> drive = new ArrayList<>();

    public double lastShare;

    @Override
    public void sample(String metric, List<Double> values, double share) {
        if (share < 0 || share > 1 || values.isEmpty()) {
            throw new AssertionError(metric + " told " + values + " at " + share);
        }
        lastShare = share;
    }

    @Override
    public void measured(Measured one) {
        measured.merge(one.metric(), one, Measured::and);
    }

    @Override
    public void curve(Curve curve) {
        curves.put(curve.name(), curve);
    }

    @Override
    public void drive(double rate, boolean busy, double best) {
        drive.add(rate);
        if (rate > best) {
            throw new AssertionError("a look found " + rate + ", more than the best of " + best);
        }
    }

    @Override
    public void remark(String sentence) {
        remarks.add(sentence);
    }

    @Override
    public void setAside(String reason) {
        setAside.add(reason);
    }
}
