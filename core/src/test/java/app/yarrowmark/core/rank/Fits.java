package app.yarrowmark.core.rank;

/** Lets tests of other packages fit without robust weights. */
public final class Fits {

    private Fits() {}

    public static AdditiveFit plain(ScoreMatrix matrix) {
        return AdditiveModel.fitPlain(matrix);
    }
}
