package app.yarrowmark.core.check;

/** What people do wrong when they copy a number, and how often it is that (shares of all slips). */
public enum Slip {
    /** Two digits beside each other changed places. */
    TRANSPOSE(.30),
    /** One digit is another. */
    DIGIT(.40),
    /** A digit was left out. */
    MISSING(.12),
    /** A digit was put in. */
    EXTRA(.08),
    /** The decimal point stands one or two places off. */
    DECIMAL(.05),
    /** Two fields were exchanged. */
    SWAP(.05);

    private final double prior;

    Slip(double prior) {
        this.prior = prior;
    }

    double prior() {
        return prior;
    }
}
