package app.yarrowmark.server;

import com.fasterxml.jackson.databind.Module;
import com.fasterxml.jackson.module.blackbird.BlackbirdModule;
import java.time.Clock;
import org.slf4j.LoggerFactory;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.autoconfigure.security.servlet.UserDetailsServiceAutoConfiguration;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.annotation.Bean;
import org.springframework.scheduling.annotation.EnableScheduling;

/** Starts the server. */
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
@ConfigurationPropertiesScan
@EnableScheduling
public class ServerApplication {

    /** Runs until the process is told to stop. */
    public static void main(String[] args) {
        try {
            SpringApplication.run(ServerApplication.class, args);
        } catch (RuntimeException e) {
            if (Boolean.getBoolean("yarrowmark.dev")) {
                // While it is worked on, a start that fails waits for the next change.
                throw e;
            }
            // The last words of the log, which the start command repeats.
            LoggerFactory.getLogger(ServerApplication.class).error("{}", StartRefused.words(e));
            System.exit(1);
        }
    }

    /** Reads records by generated code, not by reflection: long answers are sooner written. */
    @Bean
    Module generatedAccess() {
        return new BlackbirdModule();
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }
}
