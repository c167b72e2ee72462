import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Locale;

/**
 * Fills a desk of its own to the size of a whole life: {@code java perf/FullDesk.java URL TOKEN HOME [MODELS [REPEATS]]}, with the home that
 * the server was started with and a token of {@code ./yarrowmark token}. For 5,000 models and two repeats it makes 20,000 setups with eight
 * facts each, 40 suites of ten metrics, 240,000 runs and 2.4 million readings, from a hidden true speed of each model. A setup has a suite
 * of each of five groups, one of the two in use in its model's year or both, so that everything hangs together; one model in a hundred has thirty
 * suites. The suites go in by the API, the rest straight into the database. Prints how long that took and how long until standings showed it.
 */
class FullDesk {

    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static final String[] GROUPS = {"processor", "memory", "storage", "graphics", "browser"};
    private static final int SUITES = 40;
    private static final int METRICS = 10;
    /** Far above what the server numbers itself. */
    private static final long FIRST = 1_000_000_000L;

    public static void main(String[] args) throws Exception {
        String api = args[0] + "/api/v1/";
        String token = args[1];
        Path home = Path.of(args[2]);
        int models = args.length > 3 ? Integer.parseInt(args[3]) : 5_000;
        int repeats = args.length > 4 ? Integer.parseInt(args[4]) : 2;
        for (int s = 0; s < SUITES; s++) {
            send(api + "suites", token, sheet(s));
        }
        send(api + "standings", token, null);
        long start = System.nanoTime();
        sql(home, records(models, repeats));
        System.out.printf("%,d models written in %.0f s%n", models, (System.nanoTime() - start) / 1e9);
        start = System.nanoTime();
        send(api + "standings?group=PROCESSOR&kind=BOARD&yearFrom=2099", token, null);
        System.out.printf("the score book has it after %.1f s%n", (System.nanoTime() - start) / 1e9);
        System.out.println("Restart the server for what a start with it takes.");
    }

    private static String sheet(int number) {
        StringBuilder text = new StringBuilder();
        text.append(String.format(
                Locale.ROOT,
                "key: load%02d%nversion: \"1\"%nname: Load %02d%ngroup: %s%nmetrics:%n",
                number,
                number,
                GROUPS[number % GROUPS.length]));
        for (int m = 0; m < METRICS; m++) {
            text.append(String.format(Locale.ROOT, "  - {key: part%d, name: Part %d, unit: MB/s, decimals: 1}%n", m, m));
        }
        return text.toString();
    }

    /** A number from 0 to 1 that follows from words. */
    private static String even(String words) {
        return "(crc32(" + words + ")/4294967296)";
    }

    /** Roughly normal with variance 1, from three even ones. */
    private static String normal(String words) {
        return "2*(" + even("concat('x'," + words + ")") + "+" + even("concat('y'," + words + ")") + "+"
                + even("concat('z'," + words + ")") + "-1.5)";
    }

    private static String records(int models, int repeats) {
        int setups = 4 * models;
        String fact = "insert into setup_fact select " + FIRST + "+seq,'%s',%s,'','TYPED','' from seq_1_to_" + setups + ";\n";
        StringBuilder s = new StringBuilder("set unique_checks=0; set foreign_key_checks=0; set autocommit=0;\n");
        s.append("insert into model(id,maker,name,kind,year,created_at) select ").append(FIRST)
                .append("+seq,'Loadmaker',concat('Series ',seq),elt(1+seq%6,'LAPTOP','DESKTOP','MINI','BOARD','PHONE','TABLET'),")
                .append("2015+seq%11,utc_timestamp(6) from seq_1_to_").append(models).append(";\n");
        s.append("insert into unit(id,model_id,label) select ").append(FIRST).append("+seq,").append(FIRST)
                .append("+seq,'A' from seq_1_to_").append(models).append(";\n");
        s.append("insert into setup(id,unit_id,ordinal,name,parent_id,tuned,fingerprint,created_at) select ").append(FIRST)
                .append("+seq,").append(FIRST).append("+1+(seq-1) div 4,1+(seq-1)%4,elt(1+(seq-1)%4,'as shipped','update one',")
                .append("'update two','update three'),if((seq-1)%4=0,null,").append(FIRST)
                .append("+seq-1),0,sha2(seq,256),utc_timestamp(6) from seq_1_to_").append(setups).append(";\n");
        s.append(String.format(fact, "cpu.model", "concat('Maren L-',(seq-1) div 4 % 400)"));
        s.append(String.format(fact, "drive.model", "concat('Peatline L',(seq-1) div 4 % 150)"));
        s.append(String.format(fact, "graphics.model", "concat('Vireo L',(seq-1) div 4 % 90)"));
        s.append(String.format(fact, "memory.size", "8*(1+(seq-1) div 4 % 8)"));
        s.append(String.format(fact, "system.name", "elt(1+(seq-1) div 4 % 3,'Marram','Skerry Linux','Dune')"));
        s.append(String.format(fact, "system.version", "14+(seq-1)%4"));
        s.append(String.format(fact, "browser.name", "'Wick'"));
        s.append(String.format(fact, "browser.version", "112+(seq-1)%4"));
        s.append("set @now=(select number from revision where counted='SCORES' and lane=0)+1;\n");
        s.append("create temporary table load_suite select row_number() over (order by id)-1 as place, id from suite ")
                .append("where suite_key like 'load__';\n");
        // A suite's group is its place modulo 5; of its eight versions two are in use in a year. One setup in eight has both.
        String older = "((k.seq-1) div 4+1)%11*7 div 10";
        s.append("create temporary table load_run select cast(regexp_replace(md5(concat('run',k.seq,'-',u.place,'-',r.seq)),'(.{8})(.{4}).(.{3}).(.{3})','\\\\1-\\\\2-4\\\\3-8\\\\4-') as uuid) as id,k.seq as k,")
                .append("u.id as suite,u.place,r.seq as r from seq_1_to_").append(setups)
                .append(" k join seq_1_to_").append(repeats).append(" r join load_suite u on if(((k.seq-1) div 4+1)%100=0,u.place<30,")
                .append("u.place div 5=(" + older + "+(crc32(concat(k.seq,'-',u.place%5))&1))%8")
                .append(" or (crc32(concat('both',k.seq))%8=0 and u.place div 5 in (" + older + ",(" + older + "+1)%8)));\n");
        s.append("insert into run(id,setup_id,suite_id,state,started_at,ended_at,received_at,sender,sender_version,work_size,")
                .append("content_hash,revision) select id,").append(FIRST)
                .append("+k,suite,'DONE',date_add('2026-01-01',interval k minute),date_add('2026-01-01',interval k+2 minute),")
                .append("utc_timestamp(6),'load','1','normal',sha2(id,256),@now from load_run;\n");
        s.append("commit;\n");
        s.append("insert into reading(run_id,metric_id,text,value,resolution,computed) select id,metric,v,v,0.1,0 from (")
                .append("select l.id,m.id as metric,round(exp(6+").append(normal("concat('test',m.id)"))
                .append("+0.5*").append(normal("concat('model',(l.k-1) div 4)")).append("+0.1*")
                .append(normal("concat('cell',(l.k-1) div 4,m.id)")).append("+0.01*")
                .append(normal("concat('noise',l.k,m.id,l.r)"))
                .append("),1) as v from load_run l join metric m on m.suite_id=l.suite) x;\n");
        s.append("update revision set number=number+1 where lane=0;\ncommit;\n");
        return s.toString();
    }

    /** Runs statements in the home's database, as its owner. */
    static String sql(Path home, String statements) throws IOException, InterruptedException {
        Process client = new ProcessBuilder(
                        "mariadb", "--no-defaults", "--batch", "--socket=" + home.resolve("db/my.sock"), "yarrowmark")
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        client.getOutputStream().write(statements.getBytes(StandardCharsets.UTF_8));
        client.getOutputStream().close();
        String answer = new String(client.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (client.waitFor() != 0) {
            throw new IllegalStateException("the database refused");
        }
        return answer;
    }

    private static void send(String url, String token, String body) throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(url))
                .header("Authorization", "Bearer " + token)
                .timeout(Duration.ofMinutes(10));
        if (body != null) {
            request.header("Content-Type", "application/yaml").POST(HttpRequest.BodyPublishers.ofString(body));
        }
        HttpResponse<String> answer = HTTP.send(request.build(), HttpResponse.BodyHandlers.ofString());
        // Suites of a turn that broke off are there already.
        if (answer.statusCode() >= 300 && answer.statusCode() != 409) {
            throw new IllegalStateException(answer.statusCode() + ": " + answer.body());
        }
    }
}
